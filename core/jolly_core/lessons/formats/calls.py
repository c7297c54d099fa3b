"""Calls: what a run of it says."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from jolly_core.challenges.formats.calls import Calls, CallsSettings
from jolly_core.lessons.claims import weakest
from jolly_core.lessons.lesson import Lessons
from jolly_core.words import sentence


class CallsLessons(Lessons[CallsSettings]):
    format = Calls

    def of(self, tally: Mapping[str, Any]) -> tuple[str, ...]:
        worst = weakest(tally["detail"].get("targets", []))
        if worst is None:
            return ()
        made = f"{worst['makes']} of {worst['attempts']}"
        return (f"{sentence(worst['name'])} was answered least, by more than luck: {made}.",)
