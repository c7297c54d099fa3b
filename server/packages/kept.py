"""A model as a table of a package: which columns it has, whose its rows are, and how a row is known again."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any

from django.core.validators import MaxValueValidator, MinValueValidator
from django.db import models
from django.db.backends.base.operations import BaseDatabaseOperations

from accounts.models import Athlete
from jolly_core.package import cells
from jolly_core.package.tables import Column, Table

#: Gives the number of a row of a table for the number it had: on the way out that in the file, on the way in the key.
Renumber = Callable[[str, Any], Any]
#: Changes the numbers of rows within a value.
Renumbered = Callable[[Any, Renumber], Any]
#: Raises an error where the values of a row do not fit together, by the names of their columns.
Check = Callable[[Mapping[str, Any]], object]

_KINDS: Mapping[type[models.Field[Any, Any]], cells.Kind] = {
    models.BooleanField: cells.BOOLEAN,
    models.IntegerField: cells.INTEGER,
    models.FloatField: cells.NUMBER,
    models.DateTimeField: cells.MOMENT,
    models.DateField: cells.DATE,
    models.TimeField: cells.TIME,
    models.UUIDField: cells.IDENTIFIER,
    models.CharField: cells.TEXT,
    models.TextField: cells.TEXT,
}
ID = "id"


@dataclass(frozen=True)
class Kept:
    """How a model is kept in a package.

    ``owner`` is the way from a row to its athlete, ``identity`` the columns by which a row of a file is known again in
    an account. ``left_out`` says of each field that is not in the file why. A table that ``follows`` another one has no
    rows of its own to be known again: they come and go with the row that they belong to. Lists are of texts, but for
    ``rich`` ones; ``loose`` values may be lists or objects.
    """

    name: str
    model: type[models.Model]
    owner: str
    identity: tuple[str, ...]
    words: str
    left_out: Mapping[str, str] = field(default_factory=dict)
    within: Mapping[str, Renumbered] = field(default_factory=dict)
    loose: frozenset[str] = frozenset()
    rich: frozenset[str] = frozenset()
    check: Check = lambda _values: None
    follows: str = ""
    most: int | None = None

    @cached_property
    def fields(self) -> tuple[models.Field[Any, Any], ...]:
        """The fields that are in the file, in the order of the model."""
        gone = {*self.left_out, self.owner}
        concrete = self.model._meta.concrete_fields
        own_id = _has_own_ids(self.model)
        return tuple(each for each in concrete if each.name not in gone and (own_id or not each.primary_key))

    @cached_property
    def is_numbered(self) -> bool:
        """Whether its rows have numbers of the file's own, for others to refer to."""
        return not self.follows and self.model is not Athlete and not _has_own_ids(self.model)

    @cached_property
    def links(self) -> Mapping[str, str]:
        """The columns that mean a row of another table, each with the name of that table's model."""
        return {each.name: _target(each)._meta.label for each in self.fields if each.is_relation}

    @cached_property
    def lists(self) -> tuple[str, ...]:
        """The columns that hold lists of texts."""
        lists = [each.name for each in self.fields if isinstance(each, models.JSONField) and each.default is list]
        return tuple(name for name in lists if name not in self.loose | self.rich)

    @cached_property
    def moved_by_saving(self) -> tuple[str, ...]:
        """Moments that the database layer sets anew with every save."""
        return tuple(each.name for each in self.fields if getattr(each, "auto_now", False))

    def table(self, names: Mapping[str, str]) -> Table:
        """Its table; ``names`` has the name of each model's table."""
        number = [Column(ID, cells.INTEGER, "number of the row in this file", least=1)] if self.is_numbered else []
        columns = (*number, *(self._column(each, names) for each in self.fields))
        key = (ID,) if ID in {column.name for column in columns} else self.identity
        return Table(self.name, columns, key, self.words)

    def _column(self, given: models.Field[Any, Any], names: Mapping[str, str]) -> Column:
        has_default = given.has_default() or given.null
        if given.is_relation:
            # A relation to a row whose key is an identifier is told by it, and to any other by its number here.
            target = _target(given)
            kind = cells.IDENTIFIER if _has_own_ids(target) else cells.INTEGER
            return Column(
                given.name,
                kind,
                may_be_empty=given.null,
                refers_to=names[target._meta.label],
                has_default=given.null,
            )
        low, high = _bounds(given)
        choices = tuple(str(value) for value, _ in given.choices or ())
        return Column(
            given.name,
            self._kind(given),
            may_be_empty=given.null,
            longest=given.max_length if isinstance(given, models.CharField | models.TextField) else None,
            least=low,
            most=high,
            choices=(*choices, "") if choices and given.blank else choices,
            has_default=has_default,
        )

    def _kind(self, given: models.Field[Any, Any]) -> cells.Kind:
        if isinstance(given, models.JSONField):
            if given.name in self.loose:
                return cells.ANY
            return cells.ARRAY if given.default is list else cells.OBJECT
        return next(kind for known, kind in _KINDS.items() if isinstance(given, known))


def _has_own_ids(model: type[models.Model]) -> bool:
    """Whether its rows have identifiers that are the same everywhere."""
    return isinstance(model._meta.pk, models.UUIDField)


def _target(given: models.Field[Any, Any]) -> type[models.Model]:
    target: type[models.Model] = given.remote_field.model  # type: ignore[union-attr]  # asked of relations alone
    return target


def _bounds(given: models.Field[Any, Any]) -> tuple[int | None, int | None]:
    """The least and the most that a whole number may be: by its kind in any database, and by its own validators."""
    if not isinstance(given, models.IntegerField):
        return None, None
    low, high = BaseDatabaseOperations.integer_field_ranges[given.get_internal_type()]
    for each in given.validators:
        if isinstance(each, MinValueValidator):
            low = max(low, each.limit_value)
        if isinstance(each, MaxValueValidator):
            high = min(high, each.limit_value)
    return low, high
