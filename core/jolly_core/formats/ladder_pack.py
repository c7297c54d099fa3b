"""Ladders as a JSON pack: read with everything checked, each problem at its path, or written.

What all rungs of a ladder share stands once, under ``each``: a rung says what it has of its own. What a threshold
leaves out is fair to ask of the game. The file's shape is the one that ``pack_schema`` publishes.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any, TypeVar

from jolly_core.body.traits import Traits, read_traits
from jolly_core.challenges.card import Card, read_card
from jolly_core.challenges.registry import AnyGame, read_game
from jolly_core.errors import CoreError, Path, Problem
from jolly_core.formats.pack_schema import VERSION, list_misfits
from jolly_core.ladder.levers import Lever, levers_words, read_levers
from jolly_core.places.layout import Layout, mirror_layout, read_layout
from jolly_core.places.place import Place
from jolly_core.places.registry import get_place
from jolly_core.sides import Pair, read_pair
from jolly_core.stored import to_plain
from jolly_core.thresholds.fair import fair_threshold
from jolly_core.thresholds.schools import COUNT_IT, SCHOOLS
from jolly_core.thresholds.threshold import Threshold, check_mark, read_threshold

Read = TypeVar("Read")


@dataclass(frozen=True)
class PackedNeed:
    """A rung of a ladder, by its number and the ladder's key; ``is_must`` where it has to be held first."""

    ladder: str
    rung: int
    is_must: bool = True


@dataclass(frozen=True)
class PackedLayout:
    """Targets on a place of the library, as a right-hander sees them."""

    place: str
    layout: Layout


@dataclass(frozen=True)
class PackedRung:
    """A rung with all that it carries."""

    title: str
    set_up: str
    cues: tuple[str, ...]
    levers: tuple[Lever, ...]
    card: Card
    game: AnyGame
    threshold: Threshold
    layout: PackedLayout | None = None
    needs: tuple[PackedNeed, ...] = ()

    def mirrored(self, place: Place) -> PackedRung:
        """The rung for the other hand: its targets change sides, and its game names them by where they are then."""
        if self.layout is None:
            return self
        layout = PackedLayout(self.layout.place, mirror_layout(place, self.layout.layout))
        return replace(self, layout=layout, game=self.game.mirrored())


@dataclass(frozen=True)
class PackedLadder:
    """A ladder of a pack; ``levels`` are the bands of players it is for.

    ``school`` is how it is climbed, empty where none was chosen: what it asks stands on each rung.
    """

    key: str
    title: str
    discipline: str
    summary: str
    levels: tuple[str, ...]
    pair: Pair
    kit: tuple[str, ...]
    cautions: tuple[str, ...]
    traits: Traits
    rungs: tuple[PackedRung, ...]
    school: str = ""


class _Problems:
    """All that is wrong with a pack, gathered while as much of it is read as can be."""

    def __init__(self) -> None:
        self.found: list[Problem] = []

    def read(self, how: Callable[[], Read], *path: str | int) -> Read | None:
        """What is read, or None and its problems kept under that path."""
        try:
            return how()
        except CoreError as error:
            self.found += error.under(*path).problems
            return None


def read_pack(given: Any, *, has_shape: bool = False) -> tuple[PackedLadder, ...]:
    """The checked ladders of a pack. Raises ``CoreError`` with every problem, each at its path.

    Where it ``has_shape``, as the packs that ship do, it is not held against the schema again.

    >>> rung = {"title": "", "format": "makes_of_n", "set_up": "Stand 3 m away.", "settings": {"attempts": 10}}
    >>> ladder = {"key": "into-the-box", "title": "Into the box", "discipline": "disc putting", "rungs": [rung]}
    >>> read_pack({"v": 1, "ladders": [ladder]})[0].rungs[0].threshold.words
    '6 makes or more in 2 of the last 3 runs'
    """
    problems = _Problems()
    problems.found += [] if has_shape else list_misfits(given)
    if problems.found:
        raise CoreError(problems.found)
    ladders = [_read_ladder(each, problems, ("ladders", place)) for place, each in enumerate(given["ladders"])]
    keys = [ladder["key"] for ladder in given["ladders"]]
    problems.found += [
        Problem("name_twice", f"The key {key!r} stands twice in this pack.", ("ladders", place, "key"), key)
        for place, key in enumerate(keys)
        if keys.index(key) != place
    ]
    if problems.found:
        raise CoreError(problems.found)
    return tuple(ladder for ladder in ladders if ladder)


def write_pack(ladders: tuple[PackedLadder, ...]) -> dict[str, Any]:
    """The pack of ladders, as ``read_pack`` takes it."""
    return {"v": VERSION, "ladders": [_write_ladder(ladder) for ladder in ladders]}


def merged(shared: Mapping[str, Any], own: Mapping[str, Any]) -> dict[str, Any]:
    """What a rung shares with the others of its ladder and what it has of its own, name by name.

    >>> merged({"settings": {"attempts": 10, "goal": 5}, "cues": ["soft"]}, {"settings": {"goal": 7}})
    {'settings': {'attempts': 10, 'goal': 7}, 'cues': ['soft']}
    """
    both = {
        name: merged(shared[name], value)
        if isinstance(value, Mapping) and isinstance(shared.get(name), Mapping)
        else value
        for name, value in own.items()
    }
    return {**shared, **both}


def _read_ladder(given: Mapping[str, Any], problems: _Problems, path: Path) -> PackedLadder | None:
    pair = problems.read(lambda: read_pair(given.get("pair", {})), *path, "pair")
    traits = problems.read(lambda: read_traits(given.get("traits", {})), *path, "traits")
    rungs = []
    for place, each in enumerate(given["rungs"]):
        whole = merged(_shared(given.get("each", {}), each), each)
        if rung := _read_rung(whole, problems, (*path, "rungs", place), has_sides=bool(pair and pair.has_sides)):
            rungs.append(_as_schooled(rung, whole, given.get("school", "")))
    if pair is None or traits is None:
        return None
    return PackedLadder(
        key=given["key"],
        title=given["title"].strip(),
        discipline=given["discipline"].strip(),
        summary=given.get("summary", ""),
        levels=tuple(given.get("levels", ())),
        pair=pair,
        kit=tuple(given.get("kit", ())),
        cautions=tuple(given.get("cautions", ())),
        traits=traits,
        rungs=tuple(rungs),
        school=given.get("school", ""),
    )


def _as_schooled(rung: PackedRung, given: Mapping[str, Any], school: str) -> PackedRung:
    """A rung that asks what its ladder's school does, unless it says its own; counting is said rung by rung."""
    if school in ("", COUNT_IT) or "conditions" in given.get("threshold", {}):
        return rung
    return replace(rung, threshold=SCHOOLS[school].ask(rung.threshold))


def _shared(each: Mapping[str, Any], rung: Mapping[str, Any]) -> dict[str, Any]:
    """What a rung shares with the others: settings and what is asked are those of a game, and another game has none."""
    is_other_game = rung.get("format", each.get("format")) != each.get("format")
    return {name: value for name, value in each.items() if not is_other_game or name not in ("settings", "threshold")}


def _read_rung(given: Mapping[str, Any], problems: _Problems, path: Path, *, has_sides: bool) -> PackedRung | None:
    if "format" not in given:
        problems.found.append(Problem("missing", "A rung needs its format, here or under each.", (*path, "format")))
        return None
    levers = problems.read(lambda: read_levers(given.get("levers", ())), *path, "levers")
    card = problems.read(lambda: read_card(given.get("card", {})), *path, "card")
    layout = problems.read(lambda: _read_layout(given.get("layout")), *path, "layout")
    game = problems.read(lambda: read_game(given["format"], given.get("settings", {})), *path, "settings")
    if game is None or levers is None or card is None:
        return None
    asked = given.get("threshold", {})
    threshold = problems.read(lambda: _read_threshold(game, asked, has_sides=has_sides), *path, "threshold")
    if threshold is None:
        return None
    return PackedRung(
        title=given.get("title", "").strip() or levers_words(levers) or game.goal_words(),
        set_up=given.get("set_up", ""),
        cues=tuple(given.get("cues", ())),
        levers=levers,
        card=card,
        game=game,
        threshold=threshold,
        layout=layout,
        needs=tuple(PackedNeed(**each) for each in given.get("needs", ())),
    )


def _read_layout(given: Mapping[str, Any] | None) -> PackedLayout | None:
    if given is None:
        return None
    return PackedLayout(given["place"], read_layout(get_place(given["place"]), given))


def _read_threshold(game: AnyGame, given: Mapping[str, Any], *, has_sides: bool) -> Threshold:
    asked = {"each_side": has_sides, **given}
    if "metric" not in given or "mark" not in given:
        fair = fair_threshold(game, each_side=has_sides)
        # A fair mark is one of its own metric.
        is_of_it = given.get("metric", fair.metric.id) == fair.metric.id
        usual = {name: value for name, value in fair.as_dict().items() if name != "conditions"}
        asked = {**usual, **given} if is_of_it else asked
    threshold = read_threshold(type(game), asked)
    check_mark(game, threshold)
    if threshold.each_side and not has_sides:
        raise CoreError.one("no_sides", "This ladder has no sides; ask for it without them.", "each_side", value=True)
    return threshold


def _write_ladder(ladder: PackedLadder) -> dict[str, Any]:
    return {
        "key": ladder.key,
        "title": ladder.title,
        "discipline": ladder.discipline,
        **({"school": ladder.school} if ladder.school else {}),
        "summary": ladder.summary,
        "levels": list(ladder.levels),
        "pair": ladder.pair.as_dict(),
        "kit": list(ladder.kit),
        "cautions": list(ladder.cautions),
        "traits": ladder.traits.as_dict(),
        "rungs": [_write_rung(rung) for rung in ladder.rungs],
    }


def _write_rung(rung: PackedRung) -> dict[str, Any]:
    levers = [{"kind": lever.kind, **_value_of(lever)} for lever in rung.levers]
    written = {
        "title": rung.title,
        "levers": levers,
        "set_up": rung.set_up,
        "cues": list(rung.cues),
        "card": {item.id: item.as_dict() for item in rung.card.items},
        "format": rung.game.id,
        "settings": rung.game.settings.as_dict(),
        "threshold": rung.threshold.as_dict(),
        "needs": [to_plain(need) for need in rung.needs],
    }
    if rung.layout:
        written["layout"] = {"place": rung.layout.place, **rung.layout.layout.as_dict()}
    return written


def _value_of(lever: Lever) -> dict[str, Any]:
    return {"words": lever.words} if lever.value is None else {"value": lever.value}
