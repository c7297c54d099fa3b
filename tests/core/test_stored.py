"""What was stored by an earlier version of the rules is read today; every room knows every format."""

from __future__ import annotations

import json
from dataclasses import dataclass, replace
from pathlib import Path

import pytest

from jolly_core.aim.record import Tries
from jolly_core.body.traits import Traits
from jolly_core.challenges.events import Event
from jolly_core.challenges.for_two import ForTwo
from jolly_core.challenges.registry import FORMATS, read_game, stored_game, stored_tally
from jolly_core.challenges.session import Session
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.foretelling.registry import FORECASTS, forecast_of
from jolly_core.lessons.registry import LESSONS, lessons_of
from jolly_core.load.dose import Dose
from jolly_core.load.registry import DOSES
from jolly_core.paper.registry import FORMS, form_of
from jolly_core.places.aimed import AimedAmong, AimedAt, stored_aimed
from jolly_core.places.layout import Layout, Stand
from jolly_core.places.plain import Measured
from jolly_core.planning.kept import BlockShape, GaveWay, RoutinePart, RoutineParts
from jolly_core.record.result import result_of
from jolly_core.record.yardstick import Yardstick
from jolly_core.shapes.kinds.circle import Circle
from jolly_core.shapes.kinds.rectangle import Rectangle
from jolly_core.stored import Stored
from jolly_core.thresholds.fair import fair_threshold
from jolly_core.thresholds.threshold import read_threshold

PRESSES = ("make", "make", "miss", "make", "let", "make")


@dataclass(frozen=True)
class BallsSettings(Settings):
    """As they are in their second version: what was once called ``throws``."""

    _version = 2
    _upgrades = {1: lambda old: {"balls": old["throws"]}}

    balls: int = whole_number("Balls", 1, 50, 10)


def test_settings_of_an_earlier_version_are_upgraded() -> None:
    assert BallsSettings.from_stored({"throws": 7}) == BallsSettings(7)
    assert BallsSettings.from_stored(BallsSettings(8).as_stored()) == BallsSettings(8)


def test_settings_of_a_later_version_are_refused_with_a_sentence() -> None:
    with pytest.raises(CoreError) as refused:
        BallsSettings.from_stored({"v": 3, "balls": 8})
    assert refused.value.code == "newer_version"
    assert "update the program" in str(refused.value)


#: What each version of the rules stored of a run of every format: one example of each is kept for good.
EXAMPLES = {file.stem: json.loads(file.read_text()) for file in Path(__file__).with_name("stored").glob("v*.json")}


@pytest.mark.parametrize("format_id", sorted(EXAMPLES["v1"]))
@pytest.mark.parametrize("version", sorted(EXAMPLES))
class TestWhatWasStored:
    def test_a_run_reads_as_it_did_then(self, version: str, format_id: str) -> None:
        stored = EXAMPLES[version][format_id]
        game = stored_game(format_id, stored["settings"])
        for kept in (stored["in_play"], stored["over"]):
            tally = stored_tally(kept)
            assert (tally.number, tally.metrics, tally.ending) == (kept["number"], kept["metrics"], kept["ending"])
            assert stored_tally(json.loads(json.dumps(tally.as_stored()))) == tally
            assert result_of(game, tally).value == kept["metrics"][game.leading]
            assert all(lesson.endswith(".") for lesson in lessons_of(game, tally))
        assert tally.notes == ("wind from the left",)

    def test_it_breaks_down_as_it_does_today(self, version: str, format_id: str) -> None:
        """The same presses counted today, and what was stored of them then."""
        stored = EXAMPLES[version][format_id]
        game = stored_game(format_id, stored["settings"])
        session = Session(game)
        for seq, press in enumerate(PRESSES, 1):
            pads = [pad.text for pad in session.tally().pads if pad.kind == "zone"]
            zone = pads[min(1, len(pads) - 1)] if pads and press == "make" else ""
            session.step(Event("zone" if zone else press, 5200 * seq, seq, zone))
        session.step(Event("note", 5200 * 6, 7, "wind from the left"))
        session.step(Event("finish", 5200 * 6 + 100, 8))
        today, then = session.tally(), stored_tally(stored["over"])
        assert game.breakdown(then) == game.breakdown(today)
        assert lessons_of(game, then) == lessons_of(game, today)
        # A game may measure more today than it did then.
        measured = {name: today.metrics[name] for name in then.metrics}
        assert replace(then, signs=(), detail=None) == replace(today, signs=(), detail=None, metrics=measured)

    def test_a_threshold_asks_what_it_did_then(self, version: str, format_id: str) -> None:
        stored = EXAMPLES[version][format_id]
        game = stored_game(format_id, stored["settings"])
        assert read_threshold(type(game), stored["threshold"]) == fair_threshold(game)


@pytest.mark.parametrize("format_id", sorted(FORMATS))
class TestEveryFormat:
    def test_a_game_is_stored_and_read_back(self, format_id: str) -> None:
        game = read_game(format_id, {})
        assert stored_game(format_id, game.settings.as_stored()) == game
        assert read_game(format_id, game.settings.as_dict()) == game

    def test_a_stored_game_with_a_missing_or_an_extra_key_is_played(self, format_id: str) -> None:
        stored = read_game(format_id, {}).settings.as_stored()
        for name in stored.keys() - {"v"}:
            short = {key: value for key, value in stored.items() if key != name}
            assert stored_game(format_id, short) == read_game(format_id, {}), name
        assert stored_game(format_id, {**stored, "tassels": 3}) == read_game(format_id, {})

    def test_it_has_a_forecast_and_a_sheet(self, format_id: str) -> None:
        game = read_game(format_id, {})
        assert forecast_of(game).attempts(forecast_of(game).prior).expected > 0
        assert form_of(game).sheet().boxes > 0


def test_no_room_knows_a_format_that_is_not_there() -> None:
    assert set(FORECASTS) == set(FORMS) == set(FORMATS)
    assert {*LESSONS, *DOSES} <= set(FORMATS)


#: Everything else that is stored, as it was before there were versions, and what it comes to.
KEPT = json.loads(Path(__file__).with_name("stored").joinpath("kept.json").read_text())


def test_what_is_kept_beside_runs_reads_as_it_did() -> None:
    stick = Yardstick.from_stored(KEPT["yardstick"])
    assert (stick.mark_words, stick.usual, stick.best) == ("8", 6.5, 9)
    assert Yardstick.from_stored({}).metric == ""
    at, among = (stored_aimed(KEPT[name]) for name in ("aimed_at", "aimed_among"))
    assert isinstance(at, AimedAt)
    assert at.tries(7, 10) == Tries(4.0, Circle(0.25), 7, 10)
    assert isinstance(among, AimedAmong)
    assert among.landed({"low": 3}, 10).counts == (0, 3)
    assert stored_aimed({}) is None


def test_what_is_kept_of_ladders_places_and_plans_reads_as_it_did() -> None:
    traits = Traits.from_stored(KEPT["traits"])
    assert (traits.regions, traits.effort, traits.dose) == (("shoulder",), "moderate", Dose(120, days_between=1))
    layout = Layout.from_stored({**KEPT["layout"], "title": "Sheet"})
    assert (layout.zones[0].shape, layout.stand) == (Rectangle(1.0, 1.0), Stand(2.0, 4.0))
    assert Measured.from_stored(KEPT["measured"]).place("yard", "Yard").surfaces[0].width_m == 4.2
    assert BlockShape.from_stored(KEPT["block"]).parts[0].reasons == ("not played yet",)
    assert RoutineParts.from_stored(KEPT["routine"]).parts == (RoutinePart(3, "first", 2),)
    assert GaveWay.from_stored(KEPT["why"]).why == KEPT["why"]
    assert ForTwo.from_stored(KEPT["for_two"]).score("aab").words == "You 2, Pell 1"


@pytest.mark.parametrize(
    ("kind", "name"),
    [
        (Yardstick, "yardstick"),
        (ForTwo, "for_two"),
        (AimedAt, "aimed_at"),
        (AimedAmong, "aimed_among"),
        (Layout, "layout"),
        (Traits, "traits"),
        (Measured, "measured"),
        (BlockShape, "block"),
        (RoutineParts, "routine"),
        (GaveWay, "why"),
    ],
)
def test_it_is_stored_with_its_version_and_read_back(kind: type[Stored], name: str) -> None:
    read = kind.from_stored(KEPT[name])
    stored = json.loads(json.dumps(read.as_stored()))
    assert stored["v"] == kind._version
    assert kind.from_stored(stored) == read
    with pytest.raises(CoreError, match="update the program"):
        kind.from_stored({**stored, "v": stored["v"] + 1})
