"""The published JSON Schema of ladder packs, and what of a file does not fit it, in plain words.

It is made from the same declarations that the settings of games, cards and levers are checked by.
"""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache
from typing import Any

from jolly_core.body.risks import RISKS
from jolly_core.body.traits import ACTIONS, COUNTS, EFFORTS, LONGEST_WORDS, REGIONS, TEMPOS
from jolly_core.challenges.card import ITEMS
from jolly_core.challenges.registry import FORMATS
from jolly_core.errors import Problem
from jolly_core.ladder.levers import LEVERS, MOST_LEVERS
from jolly_core.ladder.needs import MOST_NEEDS
from jolly_core.load.dose import MOST_ATTEMPTS, MOST_DAYS
from jolly_core.places.layout import LONGEST_TITLE, MOST_ZONES
from jolly_core.places.registry import PLACES
from jolly_core.places.zone import WAYS_TO_COUNT
from jolly_core.sides import LONGEST_WORD, PAIRS
from jolly_core.thresholds.conditions.at_the_mark import MOST_RUNS
from jolly_core.thresholds.schools import SCHOOLS
from jolly_core.thresholds.threshold import CONDITIONS, HIGHEST_MARK, MOST_CONDITIONS

VERSION = 1
#: Those of ``Band``: what somebody is called who scores like that.
LEVELS = ("beginner", "club", "advanced")
MOST_LADDERS, MOST_RUNGS, MOST_CUES = 200, 100, 2
#: As the columns of the database have them.
LONGEST_LADDER_TITLE, LONGEST_DISCIPLINE, LONGEST_SET_UP, LONGEST_CUE, LONGEST_KEY = 120, 80, 2000, 120, 80


def _text(longest: int, *, shortest: int = 0) -> dict[str, Any]:
    return {"type": "string", "maxLength": longest} | ({"minLength": shortest} if shortest else {})


def _list(items: dict[str, Any], most: int, *, fewest: int = 0) -> dict[str, Any]:
    return {"type": "array", "items": items, "maxItems": most} | ({"minItems": fewest} if fewest else {})


def _one_of(choices: Any) -> dict[str, Any]:
    return {"enum": list(choices)}


def _whole(low: int, high: int, *, or_none: bool = False) -> dict[str, Any]:
    return {"type": ["integer", "null"] if or_none else "integer", "minimum": low, "maximum": high}


def _object(properties: dict[str, Any], *required: str) -> dict[str, Any]:
    return {
        "type": "object",
        "properties": properties,
        "additionalProperties": False,
        **({"required": list(required)} if required else {}),
    }


_NUMBER = {"type": "number"}
_YES_OR_NO = {"type": "boolean"}


def _inner(schema: Any) -> dict[str, Any]:
    """A schema that stands within another one: the dialect is said once."""
    return {name: value for name, value in schema.items() if name != "$schema"}


@cache
def pack_schema() -> dict[str, Any]:
    """The JSON Schema (2020-12) of a pack."""
    games = [
        {
            "if": {"properties": {"format": {"const": game.id}}, "required": ["format"]},
            "then": {"properties": {"settings": _inner(game.schema())}},
        }
        for game in FORMATS.values()
    ]
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Ladder pack",
        **_object(
            {
                "v": {"const": VERSION},
                "ladders": _list({"$ref": "#/$defs/ladder"}, MOST_LADDERS, fewest=1),
            },
            "v",
            "ladders",
        ),
        "$defs": {
            "ladder": _ladder(),
            "rung": _object(_rung()) | {"allOf": games},
            "traits": _traits(),
            "threshold": _threshold(),
            "layout": _layout(),
        },
    }


def _ladder() -> dict[str, Any]:
    words = _list(_text(200, shortest=1), 20)
    pair = {"kind": _one_of(PAIRS), "first": _text(LONGEST_WORD), "second": _text(LONGEST_WORD)}
    return _object(
        {
            "key": {**_text(LONGEST_KEY), "pattern": "^[a-z0-9]+(-[a-z0-9]+)*$"},
            "title": _text(LONGEST_LADDER_TITLE, shortest=1),
            "discipline": _text(LONGEST_DISCIPLINE, shortest=1),
            "school": {**_one_of(SCHOOLS), "description": "How it is climbed, where its rungs do not say."},
            "summary": _text(LONGEST_SET_UP),
            "levels": _list(_one_of(LEVELS), len(LEVELS)) | {"uniqueItems": True},
            "pair": _object({**pair, "is_in_turn": _YES_OR_NO}),
            "kit": words,
            "cautions": words,
            "traits": {"$ref": "#/$defs/traits"},
            "each": {**_object(_rung()), "description": "What all rungs share; a rung has the rest."},
            "rungs": _list({"$ref": "#/$defs/rung"}, MOST_RUNGS, fewest=1),
        },
        "key",
        "title",
        "discipline",
        "rungs",
    )


def _rung() -> dict[str, Any]:
    lever = {"kind": _one_of(LEVERS), "value": _NUMBER, "words": _text(LONGEST_WORDS)}
    need = {"ladder": _text(LONGEST_KEY, shortest=1), "rung": _whole(1, MOST_RUNGS), "is_must": _YES_OR_NO}
    return {
        "title": _text(LONGEST_LADDER_TITLE),
        "levers": _list(_object(lever, "kind"), MOST_LEVERS),
        "set_up": _text(LONGEST_SET_UP),
        "cues": _list(_text(LONGEST_CUE, shortest=1), MOST_CUES),
        "card": _object({item.id: _inner(item.schema()) for item in ITEMS.values()}),
        "format": _one_of(FORMATS),
        "settings": {"type": "object"},
        "threshold": {"$ref": "#/$defs/threshold"},
        "layout": {"$ref": "#/$defs/layout"},
        "needs": _list(_object(need, "ladder", "rung"), MOST_NEEDS),
    }


def _traits() -> dict[str, Any]:
    dose = {
        "per_day": _whole(1, MOST_ATTEMPTS, or_none=True),
        "per_week": _whole(1, MOST_ATTEMPTS, or_none=True),
        "days_a_week": _whole(1, MOST_DAYS, or_none=True),
        "days_between": _whole(0, MOST_DAYS),
        "is_capped": _YES_OR_NO,
    }
    return _object(
        {
            "regions": _list(_one_of(REGIONS), len(REGIONS)),
            "actions": _list(_one_of(ACTIONS), len(ACTIONS)),
            "risks": _list(_one_of(RISKS), len(RISKS)),
            "needs": _list(_text(40, shortest=1), 6),
            "counts": _one_of([*COUNTS, None]),
            "effort": _one_of(EFFORTS),
            "tempo": _one_of(TEMPOS),
            "is_fine": _YES_OR_NO,
            "shadow": _text(LONGEST_WORDS),
            "dose": _object(dose),
        }
    )


def _threshold() -> dict[str, Any]:
    number = {**_NUMBER, "minimum": 0, "maximum": HIGHEST_MARK}
    return _object(
        {
            "metric": _text(40, shortest=1),
            "mark": number,
            # In short, for runs at the mark alone.
            "reached": _whole(1, MOST_RUNS),
            "of_last": _whole(1, MOST_RUNS),
            "days": _whole(1, MOST_RUNS),
            "conditions": _object({each.id: _inner(each.schema()) for each in CONDITIONS.values()})
            | {"minProperties": 1, "maxProperties": MOST_CONDITIONS},
            "each_side": _YES_OR_NO,
            "floor": {**number, "type": ["number", "null"]},
            "floor_runs": _whole(1, MOST_RUNS),
        }
    )


def _layout() -> dict[str, Any]:
    zone = {
        "name": _text(40),
        "surface": _text(40, shortest=1),
        "shape": {"type": "object", "properties": {"kind": {"type": "string"}}, "required": ["kind"]},
        "at": {"type": "array", "items": _NUMBER, "minItems": 2, "maxItems": 2},
    }
    joined = {"counts": _one_of(WAYS_TO_COUNT), "joined_to": _text(40)}
    stand = _object({"x_m": _NUMBER, "back_m": _NUMBER}, "x_m", "back_m")
    return _object(
        {
            "place": _one_of(PLACES),
            "title": _text(LONGEST_TITLE, shortest=1),
            "stand": stand,
            "pattern": _text(200),
            "zones": _list(
                {"type": "object", "properties": {**zone, **joined}, "required": list(zone)},
                MOST_ZONES,
            ),
        },
        "place",
        "title",
        "stand",
        "zones",
    )


def list_misfits(given: Any) -> list[Problem]:
    """What of a file does not fit the schema, the outermost first; nothing where all does.

    >>> [problem.message for problem in list_misfits({"v": 1, "ladders": [], "colour": "red"})]
    ['There is no name for this here: colour.', 'Give 1 or more of them.']
    """
    from jsonschema import Draft202012Validator  # takes 0.1 s, and few read packs

    errors = sorted(
        Draft202012Validator(pack_schema()).iter_errors(given), key=lambda error: list(map(str, error.path))
    )
    return [problem for error in errors for problem in _problems_of(error)]


#: What each type of JSON is called.
_TYPES = {
    "object": "a group of names with values",
    "array": "a list",
    "string": "text",
    "number": "a number",
    "integer": "a whole number",
    "boolean": "true or false",
    "null": "nothing",
}


def _problems_of(error: Any) -> Iterator[Problem]:
    path, wanted, value = tuple(error.absolute_path), error.validator_value, error.instance
    by_keyword = {
        "minItems": f"Give {wanted} or more of them.",
        "maxItems": f"Give {wanted} of them at the most.",
        "minLength": "Write something here.",
        "maxLength": f"At most {wanted} characters.",
        "minimum": f"It must be {wanted} or more.",
        "maximum": f"It must be {wanted} or less.",
        "uniqueItems": "Each of them once.",
        "pattern": "Small letters, digits and hyphens between them.",
    }
    match error.validator:
        case "required":
            missing = [name for name in wanted if name not in value]
            yield from (Problem("missing", f"{name} is missing.", (*path, name)) for name in missing)
        case "additionalProperties":
            known = list(error.schema["properties"])
            for name in value:
                if name not in known:
                    yield Problem(
                        "unknown_name", f"There is no name for this here: {name}.", (*path, name), None, known
                    )
        case "const" if path == ("v",):
            message = (
                f"This pack is of version {value}; known is {VERSION}: update the program, or write the pack anew."
            )
            yield Problem("newer_version", message, path, value, VERSION)
        case "const" | "enum":
            choices = [wanted] if error.validator == "const" else wanted
            yield Problem("not_a_choice", f"It must be one of {', '.join(map(str, choices))}.", path, value, choices)
        case "type":
            kinds = [wanted] if isinstance(wanted, str) else wanted
            yield Problem("wrong_type", f"It must be {' or '.join(_TYPES[kind] for kind in kinds)}.", path, None, kinds)
        case keyword:
            yield Problem("does_not_fit", by_keyword.get(keyword, error.message), path, value, wanted)
