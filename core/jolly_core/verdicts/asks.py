"""What is asked of the athlete today: few things, in order, each in a sentence."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date

from jolly_core.verdicts.kept_check import Kept
from jolly_core.verdicts.reason import CLIMB, REST, STEP_BACK
from jolly_core.verdicts.verdict import Verdict

#: More than that is a list, and nobody does a list.
MOST_ASKS = 3
CHECK, TRIAL, PLAY = "check", "trial", "play"
#: What comes before what: the body, decisions that wait, checks, a trial that runs, and then what is nearest.
ORDER = (REST, STEP_BACK, CLIMB, CHECK, TRIAL, PLAY)


@dataclass(frozen=True)
class Ask:
    """One thing asked of the athlete: its kind, the ladder by its id, and why in a sentence.

    ``share`` (0 to 1) is how full the evidence is, by which those of one kind are put in order.
    """

    kind: str
    ladder: int
    words: str
    share: float = 0.0


def ask_of(
    ladder: int, verdict: Verdict, *, rung_held: int, kept: Kept | None, day: date, trial: str = ""
) -> Ask | None:
    """The most pressing thing that a ladder asks; None where it is to be left alone for today.

    ``trial`` says which way comes next, where two are on trial.
    """
    why = verdict.reasons[0].words
    if verdict.kind in (CLIMB, STEP_BACK):
        return Ask(verdict.kind, ladder, why)
    if verdict.kind == REST:
        return Ask(REST, ladder, why) if verdict.is_for_the_body else None
    if kept and kept.is_due(day):
        return Ask(CHECK, ladder, kept.words(rung_held, day))
    if trial:
        return Ask(TRIAL, ladder, trial)
    return Ask(PLAY, ladder, why, verdict.share)


def first_asks(asks: Iterable[Ask | None]) -> Sequence[Ask]:
    """The few that come first."""
    found = [ask for ask in asks if ask]
    return sorted(found, key=lambda ask: (ORDER.index(ask.kind), -ask.share, ask.ladder))[:MOST_ASKS]
