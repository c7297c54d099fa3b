"""What could be practised, and on what terms: the input of the block builder."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date

from jolly_core.body.limits import Limit
from jolly_core.body.traits import Traits
from jolly_core.foretelling.pace import Attempts, Estimate, exactly
from jolly_core.ladder.visit import WORKED_ON, Visit
from jolly_core.load.dose import DoseLeft
from jolly_core.planning.own_parts import OwnPart
from jolly_core.planning.times import SET_UP_S, Habit
from jolly_core.planning.weaving import BLOCKED

BALANCED, WEAK_SPOTS, ONE_LADDER, TEST_DAY, GENTLE, PARTNER = (
    "balanced",
    "weak_spots",
    "one_ladder",
    "test_day",
    "gentle",
    "partner",
)
FOCUSES = (BALANCED, WEAK_SPOTS, ONE_LADDER, TEST_DAY, GENTLE, PARTNER)
#: The most ladders that a block is chosen from.
MOST_IN_A_BLOCK = 80
LOW, NORMAL, HIGH = "low", "normal", "high"
ENERGIES = (LOW, NORMAL, HIGH)


@dataclass(frozen=True)
class Candidate:
    """A rung on one side that could be practised: how long a run takes, the set-up, and why it might matter.

    ``is_weaker``: of two sides it is the weaker one, as the record tells or as is assumed while it does not;
    ``is_other_side``: it is played after the other side of its ladder. ``rate`` and ``other_rate`` are the shares of
    makes on this side and on the other, None without a record; ``left_out`` of the last ``planned`` times that it was
    in a block it was left out; ``test_runs`` is how many runs the last test day held of it, and ``is_prior`` says that
    its length is assumed, for want of a record; ``foretold`` is the success that the aim at its ladder foretells where
    it was not played yet.
    """

    key: str
    ladder: str
    title: str
    side: str
    run: Estimate
    is_weaker: bool = False
    is_other_side: bool = False
    set_up_s: int = SET_UP_S
    last_day: date | None = None
    runs_to_climb: int | None = None
    #: The arm it is played with; None where it is both, or not known.
    hand: str | None = None
    #: The side as it is said; empty without sides.
    side_words: str = ""
    traits: Traits = field(default_factory=Traits)
    #: Actions of those in its traits that its game does without where a limit asks for that.
    spares: frozenset[str] = frozenset()
    tries: Attempts = field(default_factory=lambda: exactly(10))
    rate: float | None = None
    other_rate: float | None = None
    left_out: int = 0
    planned: int = 0
    is_new: bool = False
    is_prior: bool = False
    #: Whether the athlete asked for what is hard to be shortened and spaced.
    is_eased: bool = False
    foretold: float | None = None
    test_runs: int = 0
    test_place: int = 0
    #: The number of its rung, by which the rungs of one ladder are played from the lowest up.
    rung: int = 1
    #: What it is played for.
    visit: Visit = WORKED_ON
    dose: DoseLeft = field(default_factory=lambda: DoseLeft(None))
    kit: tuple[str, ...] = ()
    #: What has to be held before it makes sense, in words; empty where all is.
    unmet: str = ""
    #: What still has to be acknowledged before it may be played; empty where nothing has.
    unacknowledged: str = ""


@dataclass(frozen=True)
class Terms:
    """What a block is arranged for. ``offers`` is what the place has, None where it does not matter.

    ``missing`` is kit that is not to hand; ``partner`` one of the partner games for part of a block with that focus;
    ``last_test`` the day of the tests that a test day repeats.
    """

    minutes: int
    day: date
    focus: str = BALANCED
    energy: str = NORMAL
    limits: tuple[Limit, ...] = ()
    offers: tuple[str, ...] | None = None
    missing: tuple[str, ...] = ()
    partner: str = "feed"
    has_warm_up: bool = True
    has_cool_down: bool = True
    #: What the athlete put in beside the ladders.
    own: tuple[OwnPart, ...] = ()
    #: In which order the runs of neighbouring drills are played; see ``weaving``.
    weave: str = BLOCKED
    seed: int = 0
    habit: Habit = field(default_factory=Habit)
    last_test: date | None = None

    @property
    def repeats_a_test(self) -> bool:
        """Whether the block is a test day with one before it to repeat."""
        return self.focus == TEST_DAY and self.last_test is not None

    def own_end(self, role: str) -> OwnPart | None:
        """The athlete's own part in place of our warm-up or cool-down; None where it is ours."""
        return next((part for part in self.own if part.role == role), None)


@dataclass(frozen=True)
class Kept:
    """A part of a block that the athlete has placed: its key and how many runs; ``seconds`` for a part by the clock.

    A locked part keeps its place and its length whatever else is arranged.
    """

    key: str
    place: int
    runs: int = 1
    seconds: int | None = None
    is_locked: bool = False
