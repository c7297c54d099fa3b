"""Wren's record with something in every table, and an empty account."""

from __future__ import annotations

from collections.abc import Callable

import pytest

from accounts.models import Athlete
from ladders.models import Ladder
from tests.server.packages.records import fill, packed
from tests.server.player import Player


@pytest.fixture
def wren(athlete: Athlete, player: Player, ladder_of: Callable[[Athlete, str], Ladder]) -> Athlete:
    fill(athlete, player, ladder_of)
    return athlete


@pytest.fixture
def package(wren: Athlete) -> bytes:
    return packed(wren)
