"""What was stored by an earlier version of the rules is read today; every room knows every format."""

from __future__ import annotations

from dataclasses import dataclass

import pytest

from jolly_core.challenges.registry import FORMATS, read_game, stored_game
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.foretelling.registry import FORECASTS, forecast_of
from jolly_core.lessons.registry import LESSONS
from jolly_core.load.registry import DOSES
from jolly_core.paper.registry import FORMS, form_of


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


@pytest.mark.parametrize("format_id", sorted(FORMATS))
class TestEveryFormat:
    def test_a_game_is_stored_and_read_back(self, format_id: str) -> None:
        game = read_game(format_id, {})
        assert stored_game(format_id, game.settings.as_stored()) == game
        assert read_game(format_id, game.settings.as_dict()) == game

    def test_a_stored_game_with_a_missing_or_an_extra_key_is_played(self, format_id: str) -> None:
        stored = read_game(format_id, {}).settings.as_stored()
        for name in stored:
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
