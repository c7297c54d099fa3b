"""Ladder packs: against the jsonschema library by the published schema, there and back, and broken in every way."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from jolly_core.challenges.registry import AnyGame
from jolly_core.errors import CoreError
from jolly_core.formats.ladder_pack import PackedLadder, merged, read_pack, write_pack
from jolly_core.formats.pack_schema import pack_schema
from jolly_core.places.registry import get_place
from jolly_core.sided import turned_over
from jolly_core.stored import with_texts

ROOT = Path(__file__).parents[2]
FILES = sorted((ROOT / "shelf").glob("*.json"))
PUBLISHED = json.loads((ROOT / "docs/formats/ladder-pack.schema.json").read_text())
SMALL: dict[str, Any] = {
    "v": 1,
    "ladders": [
        {
            "key": "into-the-box",
            "title": "Into the box",
            "discipline": "one-wall handball",
            "pair": {"kind": "hands"},
            "traits": {"regions": ["wrist"], "dose": {"per_day": 40}},
            "each": {"format": "makes_of_n", "settings": {"attempts": 10}, "set_up": "Tape a box."},
            "rungs": [
                {
                    "levers": [{"kind": "distance", "value": 3}],
                    "threshold": {"mark": 7},
                    "card": {"checks": {"checks": ["grip"]}},
                    "layout": {
                        "place": "plain_wall",
                        "title": "A box",
                        "stand": {"x_m": 2.0, "back_m": 3.0},
                        "zones": [
                            {
                                "name": "box",
                                "surface": "wall",
                                "shape": {"kind": "circle", "radius_m": 0.3},
                                "at": [2, 1],
                            }
                        ],
                    },
                },
                {"title": "a streak", "format": "streak", "needs": [{"ladder": "into-the-box", "rung": 1}]},
            ],
        }
    ],
}


def test_the_published_schema_is_the_one_that_is_used_and_a_schema() -> None:
    assert pack_schema() == PUBLISHED
    Draft202012Validator.check_schema(PUBLISHED)


@pytest.mark.parametrize("file", FILES, ids=lambda file: file.stem)
def test_the_shelf_fits_the_published_schema_and_comes_back_as_it_was(file: Path) -> None:
    pack = json.loads(file.read_text())
    Draft202012Validator(PUBLISHED).validate(pack)
    ladders = read_pack(pack)
    written = json.loads(json.dumps(write_pack(ladders)))
    Draft202012Validator(PUBLISHED).validate(written)
    assert read_pack(written) == ladders


def test_a_rung_has_what_all_share_but_for_another_game() -> None:
    first, second = read_pack(SMALL)[0].rungs
    assert (first.title, first.threshold.words) == (
        "distance 3 m",
        "7 makes or more in 2 of the last 3 runs, on each side",
    )
    assert (second.game.id, second.set_up, second.threshold.metric.id) == ("streak", "Tape a box.", "attempts_to_goal")
    assert second.game.settings.goal == 10
    assert merged({"a": {"b": 1}}, {"a": {"b": None}}) == {"a": {"b": None}}


LADDER: tuple[Any, ...] = ("ladders", 0)
RUNG: tuple[Any, ...] = (*LADDER, "rungs", 0)
#: What is put where, at which path it is refused, and with which code.
BROKEN: list[tuple[tuple[Any, ...], Any, tuple[Any, ...], str | None]] = [
    (("v",), 2, ("v",), "newer_version"),
    (("ladders",), [], ("ladders",), "does_not_fit"),
    ((*LADDER, "colour"), "red", (*LADDER, "colour"), "unknown_name"),
    ((*LADDER, "title"), 7, (*LADDER, "title"), "wrong_type"),
    ((*LADDER, "key"), "Into the box", (*LADDER, "key"), "does_not_fit"),
    ((*LADDER, "pair", "kind"), "wings", (*LADDER, "pair", "kind"), "not_a_choice"),
    ((*LADDER, "traits", "dose", "per_day"), 0, (*LADDER, "traits", "dose", "per_day"), "does_not_fit"),
    ((*LADDER, "each", "settings", "attempts"), 0, (*RUNG, "settings", "attempts"), "out_of_range"),
    ((*LADDER, "rungs"), "none", (*LADDER, "rungs"), "wrong_type"),
    ((*RUNG, "format"), "chess", (*RUNG, "format"), "not_a_choice"),
    ((*RUNG, "settings"), {"tassels": 3}, (*RUNG, "settings", "tassels"), None),
    ((*RUNG, "threshold", "mark"), 11, (*RUNG, "threshold", "mark"), "out_of_reach"),
    ((*RUNG, "levers", 0, "value"), 999, (*RUNG, "levers", 0, "value"), None),
    ((*RUNG, "levers", 0, "kind"), "hue", (*RUNG, "levers", 0, "kind"), "not_a_choice"),
    ((*RUNG, "layout", "place"), "moon", (*RUNG, "layout", "place"), "not_a_choice"),
    ((*RUNG, "layout", "zones", 0, "at"), [9, 9], (*RUNG, "layout", "zones", 0, "at"), None),
    ((*RUNG, "card", "checks", "checks"), [""], (*RUNG, "card", "checks"), None),
]


@pytest.mark.parametrize(("path", "value", "found", "code"), BROKEN, ids=lambda each: str(each)[:60])
def test_what_is_wrong_is_said_at_its_path(
    path: tuple[Any, ...], value: Any, found: tuple[Any, ...], code: str | None
) -> None:
    pack = copy.deepcopy(SMALL)
    *way, last = path
    inner: Any = pack
    for step in way:
        inner = inner.setdefault(step, {}) if isinstance(inner, dict) else inner[step]
    inner[last] = value
    with pytest.raises(CoreError) as refused:
        read_pack(pack)
    problem = refused.value.problems[0]
    assert problem.path[: len(found)] == found
    assert code in (None, problem.code)
    assert problem.message


def test_what_is_missing_is_named_and_a_key_stands_once() -> None:
    for name in ("key", "title", "discipline", "rungs"):
        pack = copy.deepcopy(SMALL)
        del pack["ladders"][0][name]
        with pytest.raises(CoreError, match=f"{name} is missing"):
            read_pack(pack)
    pack = copy.deepcopy(SMALL)
    del pack["ladders"][0]["each"]["format"]
    with pytest.raises(CoreError, match="A rung needs its format"):
        read_pack(pack)
    with pytest.raises(CoreError, match="stands twice"):
        read_pack({"v": 1, "ladders": SMALL["ladders"] * 2})


JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-5, 2000) | st.floats(allow_nan=False) | st.text(max_size=5),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.text(max_size=5), inner, max_size=3),
    max_leaves=6,
)


def list_paths(value: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    items = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    return [path, *(each for name, inner in items for each in list_paths(inner, (*path, name)))]


@given(st.sampled_from(list_paths(SMALL)), JSON)
def test_nonsense_anywhere_is_refused_with_its_path_or_read(path: tuple[Any, ...], nonsense: Any) -> None:
    pack: Any = copy.deepcopy(SMALL)
    if path:
        *way, last = path
        inner = pack
        for step in way:
            inner = inner[step]
        inner[last] = nonsense
    else:
        pack = nonsense
    try:
        ladders = read_pack(pack)
    except CoreError:
        return
    assert read_pack(json.loads(json.dumps(write_pack(ladders)))) == ladders


def test_a_mirrored_rung_names_its_targets_where_they_lie_and_its_game_follows() -> None:
    """Every rung of the shelf with targets: by hand, what is called left lies left of what is called right."""
    for ladder in list_shelf_ladders():
        for rung in ladder.rungs:
            if rung.layout is None:
                continue
            place = get_place(rung.layout.place)
            other = rung.mirrored(place)
            assert other.layout
            names = {zone.name for zone in other.layout.layout.zones}
            for zone in other.layout.layout.zones:
                twin = turned_over(zone.name)
                if twin != zone.name and twin in names and "left" in zone.name:
                    beside = next(each for each in other.layout.layout.zones if each.name == twin)
                    if beside.surface == zone.surface:
                        assert zone.at[0] < beside.at[0], (ladder.key, rung.title, zone.name)
            before = {text for text in texts_of(rung.game) if text in {zone.name for zone in rung.layout.layout.zones}}
            assert {turned_over(text) for text in before} <= set(texts_of(other.game)) & names
            back = other.mirrored(place)
            assert back.game == rung.game
            assert back.layout
            assert [zone.name for zone in back.layout.layout.zones] == [zone.name for zone in rung.layout.layout.zones]


def texts_of(game: AnyGame) -> list[str]:
    found: list[str] = []

    def note(text: str) -> str:
        found.append(text)
        return text

    with_texts(game.settings, note)
    return found


def list_shelf_ladders() -> list[PackedLadder]:
    return [ladder for file in FILES for ladder in read_pack(json.loads(file.read_text()))]
