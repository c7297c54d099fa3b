"""A row found by a query that is written once: for the few reads that every press waits for.

Django writes the SQL of a query anew each time, which takes longer than running it where one row is found by its key.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, Generic, TypeVar

from django.db import connection
from django.db.models import Model, QuerySet, Value

Row = TypeVar("Row", bound=Model)


class Prepared(Generic[Row]):
    """The one row with certain values in some of its columns.

    ``rows`` gives the query without them. It is called and written as SQL at the first use, when the database is known.
    """

    def __init__(self, rows: Callable[[], QuerySet[Row]], *columns: str) -> None:
        self.rows = rows
        self.columns = columns
        self._written: tuple[type[Row], str, tuple[str, ...]] | None = None

    def get(self, **values: Any) -> Row | None:
        """The row with those values, by the names of the columns; None without one."""
        if self._written is None:
            self._written = self._write()
        model, sql, order = self._written
        columns: list[Any] = [model._meta.get_field(column) for column in order]
        given = [column.get_db_prep_value(values[column.name], connection) for column in columns]
        return next(iter(model._default_manager.raw(sql, given)), None)

    def _write(self) -> tuple[type[Row], str, tuple[str, ...]]:
        found = self.rows().order_by().filter(**{column: Value(column) for column in self.columns})
        sql, order = found.query.get_compiler(using=found.db).as_sql()
        return found.model, sql, tuple(order)
