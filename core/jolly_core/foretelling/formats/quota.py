"""Quota: how long it takes, and how likely its marks are."""

from __future__ import annotations

from jolly_core.challenges.formats.quota import Quota, QuotaSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import MakesForecast


class QuotaForecast(MakesForecast[QuotaSettings]):
    format = Quota
    prior = Pace(attempt_ms=10_000)

    @property
    def fewest(self) -> int:
        return self.settings.each * len(self.settings.targets)
