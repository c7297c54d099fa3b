"""The settings of a game: declared once, as the fields of a frozen dataclass.

A declaration becomes the check of what somebody asks for, the JSON Schema that an editor is made from, and the reading
of what was stored.

>>> @dataclass(frozen=True)
... class JugglingSettings(Settings):
...     catches: int = whole_number("Catches", 1, 1000, 50)
>>> JugglingSettings.read({"catches": 60}), JugglingSettings.from_stored({"hands": 2})
(JugglingSettings(catches=60), JugglingSettings(catches=50))
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, fields, replace
from typing import Any, ClassVar, Self

from jolly_core.errors import CoreError, Problem
from jolly_core.stored import Stored, from_plain, to_plain
from jolly_core.validation import check_choice, check_integer

#: The longest name that can be read from four metres.
LONGEST_NAME = 24
#: Where a dataclass field keeps its declaration.
_DECLARED = "declared"


@dataclass(frozen=True)
class WholeNumber:
    """A whole-number setting in ``low..high``; it may be None when ``default`` is, or where it ``may_be_open``."""

    name: str
    title: str
    low: int
    high: int
    default: int | None
    unit: str = ""
    may_be_open: bool = False

    @property
    def is_optional(self) -> bool:
        return self.default is None or self.may_be_open

    def check(self, value: object) -> list[Problem]:
        if value is None and self.is_optional:
            return []
        return _only(check_integer(self.name, value, self.low, self.high, self.unit, title=self.title))

    def schema(self) -> dict[str, Any]:
        kind = ["integer", "null"] if self.is_optional else "integer"
        schema = {"type": kind, "title": self.title, "minimum": self.low, "maximum": self.high, "default": self.default}
        return schema | ({"x-unit": self.unit} if self.unit else {})


@dataclass(frozen=True)
class OfTheRun(WholeNumber):
    """A whole number that every run is given on its own, as from the record; an editor does not ask for it."""

    def schema(self) -> dict[str, Any]:
        return super().schema() | {"x-of-the-run": True}


@dataclass(frozen=True)
class Drawn(OfTheRun):
    """One that is drawn for every run where it was left open, such as the seed of a random order."""


@dataclass(frozen=True)
class Text:
    """A line of text; optional where it may be empty. ``hint`` says how it is written."""

    name: str
    title: str
    longest: int
    default: str
    is_optional: bool = False
    hint: str = ""

    def check(self, value: object) -> list[Problem]:
        if not isinstance(value, str) or len(value) > self.longest:
            return [Problem("bad_text", f"{self.title}: at most {self.longest} characters.", (self.name,), value)]
        if not value.strip() and not self.is_optional:
            return [Problem("missing", f"{self.title}: write something here.", (self.name,), value)]
        return []

    def schema(self) -> dict[str, Any]:
        more = ({} if self.is_optional else {"minLength": 1}) | ({"description": self.hint} if self.hint else {})
        return {"type": "string", "title": self.title, "maxLength": self.longest, "default": self.default, **more}


@dataclass(frozen=True)
class TextOfTheRun(Text):
    """A text that every run is given on its own; an editor does not ask for it."""

    def schema(self) -> dict[str, Any]:
        return super().schema() | {"x-of-the-run": True}


@dataclass(frozen=True)
class MetricName(Text):
    """The id of one of the metrics of the game; an editor offers those there are."""

    def schema(self) -> dict[str, Any]:
        return super().schema() | {"x-metric": True}


@dataclass(frozen=True)
class Names:
    """A list of names, each once. ``are_targets``: those of a layout's targets will do.

    ``are_written``: they are written in a row with commas between, so that none may hold one.
    """

    name: str
    title: str
    default: tuple[str, ...]
    low: int = 1
    high: int = 24
    longest: int = LONGEST_NAME
    are_targets: bool = False
    are_written: bool = False

    @property
    def is_optional(self) -> bool:
        return self.low == 0

    def check(self, value: object) -> list[Problem]:
        if not isinstance(value, list | tuple) or not self.low <= len(value) <= self.high:
            return [_wrong_length(self.name, self.title, self.low, self.high, value)]
        paths = [(place,) for place in range(len(value))]
        return _name_problems(self.name, value, paths, self.longest, has_commas=not self.are_written)

    def schema(self) -> dict[str, Any]:
        return {
            "type": "array",
            "title": self.title,
            "items": {"type": "string", "minLength": 1, "maxLength": self.longest}
            | ({"pattern": "^[^,]*$"} if self.are_written else {}),
            "minItems": self.low,
            "maxItems": self.high,
            "uniqueItems": True,
            "default": list(self.default),
        } | ({"x-targets": True} if self.are_targets else {})


@dataclass(frozen=True)
class Rows:
    """A table: ``row`` declares its columns. The first column names the row, and no name stands twice."""

    name: str
    title: str
    row: type[Settings]
    default: tuple[Settings, ...]
    low: int = 1
    high: int = 24
    are_targets: bool = False
    #: Whether a name may stand in several rows, as a skill may come twice in a chain.
    may_repeat: bool = False

    @property
    def is_optional(self) -> bool:
        return self.low == 0

    def check(self, value: object) -> list[Problem]:
        if not isinstance(value, list | tuple) or not self.low <= len(value) <= self.high:
            return [_wrong_length(self.name, self.title, self.low, self.high, value)]
        problems: list[Problem] = []
        for place, row in enumerate(value):
            if not isinstance(row, Mapping):
                problems.append(Problem("not_a_row", f"{self.title}: a row has columns.", (self.name, place), row))
                continue
            try:
                self.row.read(row)
            except CoreError as error:
                problems += error.under(self.name, place).problems
        if not problems:
            first = self.row.declared()[0]
            names = [row[first.name] for row in value]
            longest = first.longest if isinstance(first, Text) else LONGEST_NAME
            paths = [(place, first.name) for place in range(len(value))]
            problems = _name_problems(self.name, names, paths, longest, may_repeat=self.may_repeat)
        return problems

    def schema(self) -> dict[str, Any]:
        columns = self.row.declared()
        item = settings_schema(columns, self.title)
        item["required"] = [column.name for column in columns if not column.is_optional]
        del item["$schema"]
        return {
            "type": "array",
            "title": self.title,
            "items": item,
            "minItems": self.low,
            "maxItems": self.high,
            "default": [row.as_dict() for row in self.default],
        } | ({"x-targets": True} if self.are_targets else {})


def _wrong_length(name: str, title: str, low: int, high: int, value: object) -> Problem:
    number = str(low) if low == high else f"{low} to {high}"
    return Problem("wrong_length", f"{title}: give {number} of them.", (name,), value, f"{low} to {high}")


def _name_problems(
    name: str,
    names: Sequence[object],
    paths: Sequence[tuple[str | int, ...]],
    longest: int,
    *,
    may_repeat: bool = False,
    has_commas: bool = True,
) -> list[Problem]:
    problems: list[Problem] = []
    seen: set[str] = set()
    for each, path in zip(names, paths, strict=True):
        where = (name, *path)
        is_name = isinstance(each, str) and each.strip() and len(each) <= longest
        if not isinstance(each, str) or not is_name or ("," in each and not has_commas):
            message = f"A name has 1 to {longest} characters{'' if has_commas else ' and no comma'}."
            problems.append(Problem("bad_name", message, where, each))
        elif each.casefold() in seen and not may_repeat:
            problems.append(Problem("name_twice", f"{each!r} stands twice; give each a name of its own.", where, each))
        else:
            seen.add(each.casefold())
    return problems


def _only(problem: Problem | None) -> list[Problem]:
    return [problem] if problem else []


@dataclass(frozen=True)
class Choice:
    """A setting that is one of ``choices``; ``labels`` says what each means."""

    name: str
    title: str
    choices: tuple[str, ...]
    labels: tuple[str, ...]
    default: str

    @property
    def is_optional(self) -> bool:
        return True

    def check(self, value: object) -> list[Problem]:
        return _only(check_choice(self.name, value, self.choices))

    def schema(self) -> dict[str, Any]:
        options = [{"const": choice, "title": label} for choice, label in zip(self.choices, self.labels, strict=True)]
        return {"type": "string", "title": self.title, "oneOf": options, "default": self.default}


Setting = WholeNumber | Choice | Text | Names | Rows


def whole_number(
    title: str, low: int, high: int, default: int | None, unit: str = "", *, may_be_open: bool = False
) -> Any:
    """Declare a field of whole numbers."""
    return _declare(WholeNumber("", title, low, high, default, unit, may_be_open))


def of_the_run(title: str, low: int, high: int) -> Any:
    """Declare a whole number that every run is given on its own."""
    return _declare(OfTheRun("", title, low, high, None))


def drawn(title: str, low: int, high: int) -> Any:
    """Declare a whole number that is drawn for every run."""
    return _declare(Drawn("", title, low, high, None))


def choice(title: str, options: Mapping[str, str], default: str) -> Any:
    """Declare a field that is one of ``options``, each with what it means."""
    return _declare(Choice("", title, tuple(options), tuple(options.values()), default))


def text(title: str, longest: int, default: str, *, is_optional: bool = False, hint: str = "") -> Any:
    """Declare a line of text."""
    return _declare(Text("", title, longest, default, is_optional, hint))


def text_of_the_run(title: str, longest: int) -> Any:
    """Declare a text that every run is given on its own."""
    return _declare(TextOfTheRun("", title, longest, "", is_optional=True))


def metric_name(title: str) -> Any:
    """Declare the id of a metric; which one there may be is the game's to say."""
    return _declare(MetricName("", title, LONGEST_NAME, ""))


def names(
    title: str,
    default: tuple[str, ...],
    *,
    low: int = 1,
    high: int = 24,
    longest: int = LONGEST_NAME,
    are_targets: bool = False,
    are_written: bool = False,
) -> Any:
    """Declare a list of names."""
    return _declare(Names("", title, default, low, high, longest, are_targets, are_written))


def rows(
    title: str,
    row: type[Settings],
    default: tuple[Settings, ...],
    *,
    low: int = 1,
    high: int = 24,
    are_targets: bool = False,
    may_repeat: bool = False,
) -> Any:
    """Declare a table."""
    return _declare(Rows("", title, row, default, low, high, are_targets, may_repeat))


def _declare(setting: Setting) -> Any:
    return field(default=setting.default, metadata={_DECLARED: setting})


@dataclass(frozen=True)
class Settings(Stored):
    """Settings by name; each field is declared by one of the functions above."""

    _known: ClassVar[tuple[Setting, ...]]

    @classmethod
    def declared(cls) -> tuple[Setting, ...]:
        """The declarations, by their fields."""
        # Kept with the class itself: every reading asks for them.
        known: tuple[Setting, ...] | None = cls.__dict__.get("_known")
        if known is None:
            known = cls._known = tuple(replace(each.metadata[_DECLARED], name=each.name) for each in fields(cls))
        return known

    @classmethod
    def read(cls, given: Mapping[str, object]) -> Self:
        """The settings that somebody asks for, defaults filled in; every problem is named at once.

        Raises ``CoreError`` with one problem per unknown name and per value that cannot be used.
        """
        declared = cls.declared()
        known = [setting.name for setting in declared]
        problems = [
            Problem(
                "unknown_setting",
                f"There is no setting {name!r} here; known: {', '.join(known)}.",
                (name,),
                None,
                known,
            )
            for name in given
            if name not in known
        ]
        values = {setting.name: given.get(setting.name, to_plain(setting.default)) for setting in declared}
        problems += [problem for setting in declared for problem in setting.check(values[setting.name])]
        if problems:
            raise CoreError(problems)
        read: Self = from_plain(cls, values)
        read.check()
        return read

    def check(self) -> None:
        """Raise ``CoreError`` for settings that do not go together."""


def settings_schema(declared: Sequence[Setting], title: str) -> dict[str, Any]:
    """The JSON Schema (2020-12) of a format's settings."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": title,
        "type": "object",
        "properties": {setting.name: setting.schema() for setting in declared},
        "additionalProperties": False,
    }
