"""The settings of a format: declared once, checked, and published as JSON Schema for the editor."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jolly_core.errors import CoreError, Problem
from jolly_core.validation import check_choice, check_integer

#: Checked settings, by name. A setting that was left out and has no default is None.
Settings = Mapping[str, Any]


@dataclass(frozen=True)
class WholeNumber:
    """A whole-number setting in ``low..high``; optional when ``default`` is None."""

    name: str
    title: str
    low: int
    high: int
    default: int | None
    unit: str = ""

    @property
    def is_optional(self) -> bool:
        return self.default is None

    def check(self, value: object) -> Problem | None:
        if value is None and self.is_optional:
            return None
        return check_integer(self.name, value, self.low, self.high, self.unit)

    def schema(self) -> dict[str, Any]:
        kind = "integer" if self.default is not None else ["integer", "null"]
        return {"type": kind, "title": self.title, "minimum": self.low, "maximum": self.high, "default": self.default}


@dataclass(frozen=True)
class Choice:
    """A setting that is one of ``choices``; ``labels`` says what each means."""

    name: str
    title: str
    choices: tuple[str, ...]
    labels: tuple[str, ...]
    default: str

    def check(self, value: object) -> Problem | None:
        return check_choice(self.name, value, self.choices)

    def schema(self) -> dict[str, Any]:
        options = [{"const": choice, "title": label} for choice, label in zip(self.choices, self.labels, strict=True)]
        return {"type": "string", "title": self.title, "oneOf": options, "default": self.default}


Setting = WholeNumber | Choice


def read_settings(declared: Sequence[Setting], given: Mapping[str, object]) -> dict[str, Any]:
    """The checked settings, defaults filled in; every problem is named at once.

    Raises ``CoreError`` with one problem per unknown name and per value that cannot be used.
    """
    names = [setting.name for setting in declared]
    problems = [
        Problem(
            "unknown_setting", f"There is no setting {name!r} here; known: {', '.join(names)}.", (name,), None, names
        )
        for name in given
        if name not in names
    ]
    read = {setting.name: given.get(setting.name, setting.default) for setting in declared}
    problems += [problem for setting in declared if (problem := setting.check(read[setting.name]))]
    if problems:
        raise CoreError(problems)
    return read


def settings_schema(declared: Sequence[Setting], title: str) -> dict[str, Any]:
    """The JSON Schema (2020-12) of a format's settings."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": title,
        "type": "object",
        "properties": {setting.name: setting.schema() for setting in declared},
        "additionalProperties": False,
    }
