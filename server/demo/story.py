"""Nine months of Wren Talloway's practice: a plateau, a neglected right hand, a sore fortnight and a breakthrough."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import time
from typing import Any

DAYS = 272
SEED = 417
ATHLETE: dict[str, Any] = {
    "username": "wren",
    "display_name": "Wren Talloway",
    "first_name": "Wren",
    "last_name": "Talloway",
    "handedness": "left",
    "is_mirrored": True,
    "timezone": "Europe/London",
}
#: Days before the end on which the wrist hurt: clubs and discs rest, and so does the wall.
SORE_FROM, SORE_TO = 128, 114
#: Before this many days from the end the right hand was left out more often than not.
RIGHT_HAND_REMEMBERED = 48
AVOIDED_SHARE = 0.72
PRACTICE_WEEKDAYS = (1, 3, 5)
SKIPPED_SHARE = 0.22


@dataclass(frozen=True)
class Course:
    """How skill at one ladder moves: where it starts, what a month adds, and how much harder each rung is.

    ``plateau`` stops the growth between two days before the end; ``leap`` adds skill at once on a day.
    """

    start: float
    a_month: float
    a_rung: float
    weak_by: float = 0.0
    tempo_ms: int = 6000
    fetch_ms: int = 0
    plateau: tuple[int, int] | None = None
    leap: tuple[int, float] | None = None

    def skill(self, days_left: int) -> float:
        """The skill that many days before the end."""
        practised = DAYS - days_left
        if self.plateau:
            begin, end = self.plateau
            practised -= max(0, min(begin, DAYS) - max(days_left, end)) if days_left < begin else 0
        leap = self.leap[1] if self.leap and days_left <= self.leap[0] else 0.0
        return self.start + self.a_month * practised / 30 + leap


COURSES = {
    "wall-rally": Course(2.15, 0.09, 0.22, weak_by=0.9, tempo_ms=1080, fetch_ms=2600),
    "serve-to-box": Course(0.75, 0.16, 0.62, weak_by=0.75, tempo_ms=7500),
    "low-returns": Course(1.25, 0.12, 0.42, weak_by=0.6, tempo_ms=5200),
    "putting-circle": Course(1.25, 0.22, 0.7, tempo_ms=9000, plateau=(190, 70)),
    "cascade-catches": Course(1.9, 0.1, 0.45, tempo_ms=620, leap=(38, 1.1)),
}
#: Played by themselves after the block on Saturdays, from so many days before the end on: one box costs most.
BOXES, BOXES_FROM, BOXES_RUNS, WORST_BOX = "four-boxes", 150, 2, "low right"
BOX_SKILL, WORST_BOX_LESS, BOXES_WEEKDAY, BOXES_TEMPO_MS = 1.1, 1.4, 5, 4800
#: What is practised on which weekday: the yard on Tuesdays and Saturdays, the hall on Thursdays.
DAY_LADDERS = {
    1: ("wall-rally", "serve-to-box"),
    3: ("cascade-catches", "putting-circle"),
    5: ("wall-rally", "low-returns", "serve-to-box"),
}
DAY_MINUTES = {1: 30, 3: 30, 5: 45}
#: How hard a day feels, least and most: Saturdays at the wall are the hard ones.
EFFORTS = {1: (3, 6), 3: (2, 4), 5: (5, 8)}

#: The schools that ladders are climbed by from the first day; the others count.
SCHOOLS = {"putting-circle": "prove_it", "low-returns": "comfort_first"}
#: A rung that is easier once another one is held: ladder and rung, and what it needs.
NEED = (("serve-to-box", 3), ("wall-rally", 2))
#: Two ways that were tried from so many days before the end on, and what the second one adds.
TRIAL_LADDER, TRIAL_FROM = "serve-to-box", 46
TRIAL: dict[str, Any] = {"first": "long swing", "second": "short swing", "side": "second", "runs": 12}
TRIAL_SEED, SECOND_WAY_ADDS = 11, 1.3
#: The ladders on which a lost rung is rebuilt; on the others Wren keeps at it until the mark is met again.
REBUILDS = ("putting-circle", "cascade-catches")
#: A decision against the advice, and that it was taken back the day after.
OVERRULED_LADDER, OVERRULED_ON, TAKEN_BACK_ON = "cascade-catches", 198, 197
OVERRULING = "It felt ready."

YARD, HALL = "Tanner's Yard", "the Old Dairy hall"
PLACES = {YARD: ["wall", "basket", "flat floor"], HALL: ["wall", "basket", "high ceiling", "flat floor", "mat"]}
WINDOWS: tuple[dict[str, Any], ...] = (
    {"weekday": 1, "start": time(17, 0), "minutes": 45, "place": YARD},
    {"weekday": 3, "start": time(18, 0), "minutes": 40, "place": HALL},
    {"weekday": 5, "start": time(10, 0), "minutes": 60, "place": YARD},
    {"weekday": 6, "start": time(16, 0), "minutes": 30, "place": HALL},
)
#: Highest priority first. The last cannot be kept beside the others: four visits to the basket, and three at most.
WISHES: tuple[dict[str, Any], ...] = (
    {"kind": "rest_days", "ladder": None, "number": 3},
    {"kind": "hard_apart", "ladder": None, "number": 1},
    {"kind": "at_least", "ladder": "serve-to-box", "number": 2},
    {"kind": "at_least", "ladder": "wall-rally", "number": 2},
    {"kind": "at_least", "ladder": "cascade-catches", "number": 2},
    {"kind": "at_least", "ladder": "putting-circle", "number": 2},
    {"kind": "day_off", "ladder": None, "number": 6},
)

#: The last block kept to be repeated, and how many before it count as its sessions.
ROUTINE, ROUTINE_SESSIONS = "Evening at the wall", 7

#: A wall that Wren measured at the yard, beside the court, and three targets on it.
DRAINPIPE_WALL = "Drainpipe wall, Tanner's Yard"
DRAINPIPE_DRAWING: dict[str, Any] = {
    "kind": "wall",
    "width_m": 4.2,
    "length_m": 3.0,
    "spots": [{"title": "foot of the drainpipe", "at": [3.9, 0.0]}, {"title": "vent", "at": [0.6, 2.1]}],
}
THREE_TARGETS: dict[str, Any] = {
    "title": "Three on the drainpipe wall",
    "stand": {"x_m": 2.1, "back_m": 4.0},
    "zones": [
        {
            "name": "low left",
            "surface": "surface",
            "shape": {"kind": "rectangle", "width_m": 1.0, "height_m": 0.6},
            "at": [0.8, 0.7],
        },
        {"name": "ring", "surface": "surface", "shape": {"kind": "circle", "radius_m": 0.35}, "at": [2.1, 1.6]},
        {
            "name": "low right",
            "surface": "surface",
            "shape": {"kind": "rectangle", "width_m": 1.0, "height_m": 0.6},
            "at": [3.2, 0.7],
        },
    ],
    "pattern": "low left, ring, low right, ring",
}
