"""Capped attempts: the dose by attempts a day and days a week."""

from __future__ import annotations

from dataclasses import replace

from jolly_core.challenges.formats.capped_attempts import CappedAttempts, CappedAttemptsSettings
from jolly_core.challenges.registry import AnyGame
from jolly_core.errors import CoreError
from jolly_core.load.dose import Dose, Used
from jolly_core.load.game_dose import GameDose
from jolly_core.words import quantity


class CappedAttemptsDose(GameDose[CappedAttemptsSettings]):
    format = CappedAttempts

    @property
    def dose(self) -> Dose:
        return Dose(per_day=self.settings.cap, days_a_week=self.settings.days, is_capped=True)

    def applied(self, used: Used) -> AnyGame:
        cap, days = self.settings.cap, self.settings.days
        if used.tried_today >= cap:
            message = f"The {quantity(cap, 'try', 'tries')} of today are done, landed or not. Rest is part of it."
            raise CoreError.one("dose_used_up", message, "cap", value=used.tried_today)
        if not used.tried_today and used.days_before >= days:
            message = f"Tried on {quantity(used.days_before, 'day')} of the last seven; {days} is the dose. Rest today."
            raise CoreError.one("dose_used_up", message, "days", value=used.days_before)
        return self.reduced(used)

    def reduced(self, used: Used) -> AnyGame:
        return CappedAttempts(replace(self.settings, tried=used.tried_today))
