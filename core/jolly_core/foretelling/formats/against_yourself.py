"""Race against yourself: how long it takes. Whether it is won hangs on last time, which is not foretold."""

from __future__ import annotations

from jolly_core.challenges.formats.against_yourself import AgainstYourself, AgainstYourselfSettings
from jolly_core.foretelling.pace import Pace
from jolly_core.foretelling.reaching import Chain, MakesForecast

BY_LAST_TIME = ("won", "lead")


class AgainstYourselfForecast(MakesForecast[AgainstYourselfSettings]):
    format = AgainstYourself
    prior = Pace(attempt_ms=8000)

    @property
    def fewest(self) -> int:
        return self.settings.makes

    def chain(self, metric_id: str, mark: int) -> Chain | None:
        return None if metric_id in BY_LAST_TIME else super().chain(metric_id, mark)

    def span(self, metric_id: str) -> tuple[float, float]:
        if metric_id == "lead":
            return -self.fewest, self.fewest
        return (0, 1) if metric_id == "won" else super().span(metric_id)
