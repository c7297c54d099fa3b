"""What a rung is played for in a block: to work on it, on the way up, as a check, for a trial."""

from __future__ import annotations

from dataclasses import dataclass

#: Before everything else, right after the warm-up.
FIRST = -1


@dataclass(frozen=True)
class Visit:
    """``words`` say why, with the rung's number; ``points`` weigh beside the other reasons for a drill.

    ``most_runs`` is None where as many are played as the block has room for; ``phase`` None where the drill itself says
    when in a block it is played. ``stays``: it is that very rung, whichever is worked on by then.
    """

    id: str
    words: str = ""
    points: float = 0.0
    most_runs: int | None = None
    phase: int | None = None
    stays: bool = False

    def said(self, rung: int) -> str:
        """Why that rung is played; empty for the one that is worked on."""
        return self.words.format(rung=rung)


WORKED_ON = Visit("worked_on")
SMALL_DOSE = Visit("small_dose", "a small dose: few tries, then stop", 2, most_runs=1)
ON_THE_WAY = Visit("on_the_way", "rung {rung} on the way up, as you wished", 2, most_runs=1, stays=True)
CHECK = Visit("check", "kept check: whether rung {rung} is still yours", 30, most_runs=1, phase=FIRST, stays=True)
TRIAL = Visit("trial", "a trial of rung {rung}, which counts against nothing", 4, most_runs=1, stays=True)
