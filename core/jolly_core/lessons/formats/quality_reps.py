"""Quality reps: what a run of it says."""

from __future__ import annotations

from jolly_core.challenges.formats.quality_reps import QualityReps, QualityRepsDetail, QualityRepsSettings
from jolly_core.challenges.marks import COMFORTS
from jolly_core.challenges.tally import Tally
from jolly_core.lessons.lesson import Lessons


class QualityRepsLessons(Lessons[QualityRepsSettings, QualityRepsDetail]):
    format = QualityReps

    def of(self, tally: Tally[QualityRepsDetail]) -> tuple[str, ...]:
        comfort = tally.metrics["comfort"]
        if comfort is None:
            return ()
        word = "it sits: the next step may come." if comfort >= 4 else "stay here until it feels easy."  # noqa: PLR2004
        return (f"Comfort {comfort} of 5, {COMFORTS[int(comfort)]}: {word}",)
