"""Completions: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.formats.completions import Completions, CompletionsSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import MakesForecast


class CompletionsForecast(MakesForecast[CompletionsSettings]):
    format = Completions
    prior = Pace(attempt_ms=60_000)

    @property
    def fewest(self) -> int:
        return self.settings.goal
