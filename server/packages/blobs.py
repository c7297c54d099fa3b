"""Values in JSON: what has to hold of each so that it can be read, and the numbers of rows that stand within some."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.body.traits import Traits
from jolly_core.challenges.card import Card
from jolly_core.challenges.for_two import ForTwo
from jolly_core.challenges.registry import get_format, read_game, stored_game, stored_tally
from jolly_core.ear.lessons import read_lessons
from jolly_core.film.notes import FilmNotes
from jolly_core.ladder.levers import Lever
from jolly_core.notebooks.columns import Columns
from jolly_core.places.aimed import stored_aimed
from jolly_core.places.layout import Layout
from jolly_core.places.plain import Measured
from jolly_core.planning.kept import BlockShape, GaveWay, RoutineParts
from jolly_core.record.trace import Trace
from jolly_core.record.yardstick import Yardstick
from jolly_core.sides import Pair
from jolly_core.stored_checks import check_types
from jolly_core.thresholds.threshold import read_threshold, stored_threshold
from jolly_core.trials.decision import Plan
from packages.kept import Renumber
from places.selectors import OWN

Values = Mapping[str, Any]


def check_place(values: Values) -> None:
    """What was measured of it can be drawn, and what the ear learned there can be read."""
    if values["drawing"] is not None:
        measured = Measured.from_stored(values["drawing"])
        check_types(measured)
        measured.place(f"{OWN}0", values["name"])
    if values["ear"] is not None:
        read_lessons(values["ear"])


def check_layout(values: Values) -> None:
    """Its targets can be read."""
    check_types(Layout.from_stored({**values["drawn"], "title": values["title"]}))


def check_ladder(values: Values) -> None:
    """Its sides and what it asks of a body can be read."""
    check_types(Pair.from_stored(values["pair"]))
    check_types(Traits.from_stored(values["traits"]))


def check_rung(values: Values) -> None:
    """Its game, its card and its levers can be read."""
    settings = stored_game(values["format"], values["settings"]).settings
    check_types(settings)
    # It will be played: it has to be one that can be asked for today.
    read_game(values["format"], settings.as_dict())
    check_types(Card.from_stored(values["card"]))
    for lever in values["levers"]:
        check_types(Lever.from_stored(lever))


def check_threshold(format_id: str, stored: Mapping[str, Any]) -> None:
    """It can be asked of runs of that format."""
    kind = get_format(format_id)
    if kind.metric(str(stored.get("metric"))) is None:
        raise ValueError(f"there is no {stored.get('metric')!r:.40} in this game")
    read_threshold(kind, stored_threshold(kind, stored).as_stored())


def check_routine(values: Values) -> None:
    """Its parts can be read."""
    parts = values["parts"]
    check_types(RoutineParts.from_stored({"parts": parts} if isinstance(parts, list) else parts))


def check_sheet_reading(values: Values) -> None:
    """What its columns mean can be read."""
    check_types(Columns.from_stored(values["columns"]))
    if not all(isinstance(rung, int) for rung in values["drills"].values()):
        raise ValueError("a drill has no rung")


def check_week(values: Values) -> None:
    """Why wishes gave way can be read."""
    check_types(GaveWay.from_stored(values["why"]))


def check_block(values: Values) -> None:
    """Its shape before the last re-fit can be read, if there was one."""
    if values["before"]:
        check_types(BlockShape.from_stored(values["before"]))


def check_part(values: Values) -> None:
    """Its game for two can be read and played, if it has one."""
    if values["two"]:
        game = ForTwo.from_stored(values["two"])
        check_types(game)
        game.score(values["presses"])


def check_trial(values: Values) -> None:
    """Its order can be drawn."""
    Plan((values["first"], values["second"]), values["runs_planned"], values["seed"]).way_of(0)


def check_run(values: Values) -> None:
    """Its game, card, tally and all that is told of it can be read."""
    check_types(stored_game(values["format"], values["settings"]).settings)
    check_types(Card.from_stored(values["card"]))
    tally = stored_tally(values["tally"])
    check_types(tally)
    if tally.format != values["format"]:
        raise ValueError("its tally is that of another game")
    check_types(Yardstick.from_stored(values["yardstick"]))
    if not all(isinstance(value, int | float | None) for value in values["metrics"].values()):
        raise ValueError("a metric is no number")
    if values["aimed"]:
        check_types(stored_aimed(values["aimed"]))
    if values["trace"] is not None:
        check_types(Trace.from_stored(values["trace"]))


def check_film(values: Values) -> None:
    """Its marks and notes can be read."""
    check_types(FilmNotes.from_stored(values["notes"]))


# --- numbers of rows within values ------------------------------------------------------------------------------------


def place_key(key: str, renumber: Renumber) -> str:
    """The key of a layout's place: of an own place it holds the number."""
    number = key.removeprefix(OWN)
    return f"{OWN}{renumber('places', int(number))}" if key.startswith(OWN) and number.isdecimal() else key


def routine_parts(parts: Any, renumber: Renumber) -> Any:
    """The parts of a routine name ladders, and some a rung."""
    if isinstance(parts, list):
        return [_routine_part(part, renumber) for part in parts]
    return {**parts, "parts": [_routine_part(part, renumber) for part in parts.get("parts", ())]}


def _routine_part(part: dict[str, Any], renumber: Renumber) -> dict[str, Any]:
    links = {"ladder": "ladders", "rung": "rungs"}
    return {name: renumber(links[name], value) if name in links else value for name, value in part.items()}


def sheet_drills(drills: dict[str, Any], renumber: Renumber) -> dict[str, Any]:
    """The drills of a sheet name rungs."""
    placed = {drill: renumber("rungs", rung) for drill, rung in drills.items()}
    return {drill: rung for drill, rung in placed.items() if rung is not None}


def block_shape(shape: dict[str, Any], renumber: Renumber) -> dict[str, Any]:
    """The shape of a block before a re-fit names rungs."""
    return {
        name: [
            {key: renumber("rungs", value) if key == "rung_id" else value for key, value in part.items()}
            for part in value
        ]
        if name in ("parts", "segments")
        else value
        for name, value in shape.items()
    }


def gave_way(why: dict[str, Any], renumber: Renumber) -> dict[str, Any]:
    """Why wishes gave way is kept by their keys: of a ladder's that is its number."""
    if isinstance(why.get("why"), dict):
        return {**why, "why": gave_way(why["why"], renumber)}
    changed = {(renumber("ladders", int(key)) if key.isdecimal() else key): value for key, value in why.items()}
    return {str(key): value for key, value in changed.items() if key is not None}
