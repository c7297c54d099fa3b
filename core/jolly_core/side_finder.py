"""Finding a side: a few tries without thinking, and how sure they make it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import comb

from jolly_core.errors import CoreError
from jolly_core.sided import BREATH, FOOT, HAND, LEFT, RIGHT, TURN
from jolly_core.words import sentence, tries

MOST_TRIES = 15
SURE, LIKELY = 0.95, 0.8


@dataclass(frozen=True)
class SideQuestion:
    """What is tried to find a side: ``do`` each time, then press which it was."""

    trait: str
    title: str
    do: str
    found: str


#: Ways of trying it out. Common practice, no source.
QUESTIONS = {
    question.trait: question
    for question in (
        SideQuestion(
            TURN,
            "Which way do you turn?",
            "Stand with room around you. Jump a little and turn once round, without thinking. Which way was it?",
            "you turn {way}",
        ),
        SideQuestion(
            FOOT,
            "Which foot leads?",
            "Stand with your feet together, lean forward until you have to step. Which foot went first?",
            "your {way} foot leads",
        ),
        SideQuestion(
            BREATH,
            "Which side do you breathe to?",
            "On land, lean forward, stroke slowly with both arms and turn your head to breathe. Which side was it?",
            "you breathe to the {way}",
        ),
        SideQuestion(
            HAND,
            "Which hand plays?",
            "Put the ball or disc on the floor, look away, pick it up and throw it. Which hand was it?",
            "your {way} hand plays",
        ),
    )
}


@dataclass(frozen=True)
class SideFinding:
    """``way`` is empty while the tries do not tell; ``chance`` that it is the side taken more often in the long run."""

    way: str
    lefts: int
    rights: int
    chance: float
    words: str


def find_side(trait: str, tries: Sequence[str]) -> SideFinding:
    """What tries to the left and to the right tell of a side. Raises ``CoreError`` for what is neither.

    The chance is that of a share over a half with all shares as likely beforehand: a Beta(k + 1, n - k + 1)
    distribution, whose tail at a half is a sum of binomial terms (Abramowitz and Stegun 26.5.24).

    >>> find_side("turn", ["left"] * 5).words
    'You turn left: 5 of 5 tries. That is 98 % sure.'
    >>> find_side("turn", ["left", "right"]).way
    ''
    """
    question = QUESTIONS.get(trait)
    if question is None:
        raise CoreError.one(
            "not_a_choice", f"Sides are found of {', '.join(QUESTIONS)}.", "trait", value=trait, allowed=list(QUESTIONS)
        )
    bad = next((place for place, way in enumerate(tries) if way not in (LEFT, RIGHT)), None)
    if bad is not None:
        raise CoreError.one("not_a_choice", "A try goes left or right.", "tries", bad, value=tries[bad])
    if len(tries) > MOST_TRIES:
        raise CoreError.one("too_many", f"{MOST_TRIES} tries tell enough.", "tries", value=len(tries))
    lefts, rights = tries.count(LEFT), tries.count(RIGHT)
    most, number = max(lefts, rights), len(tries)
    chance = sum(comb(number + 1, many) for many in range(most + 1)) / 2 ** (number + 1)
    way = "" if chance < LIKELY else LEFT if lefts > rights else RIGHT
    return SideFinding(way, lefts, rights, chance, _words(question, way, most, number, chance))


def _words(question: SideQuestion, way: str, most: int, number: int, chance: float) -> str:
    if number == 0:
        return "Five tries or so will tell."
    if not way:
        return f"{most} of {number} to one side: that could be luck. Try it a few times more."
    # Rounded down: it is never more sure than that.
    more = "" if chance >= SURE else "; a few tries more would tell better"
    # Rounded down: it is never more sure than that.
    found = sentence(question.found.format(way=way))
    return f"{found}: {most} of {tries(number)}. That is {int(100 * chance)} % sure{more}."
