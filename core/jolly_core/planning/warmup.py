"""The warm-up: how long, and what is in it. It opens every block and is never dropped without a word."""

from __future__ import annotations

from dataclasses import dataclass

#: A sixth of the block, five minutes of a half hour: common practice, no source.
SHARE = 6
SHORTEST_MIN, LONGEST_MIN = 3, 12

CAUTION = (
    "Begin below full effort and build up before hard throws, serves or jumps. "
    "Stop on sharp, sudden or worsening pain, dizziness, chest pain or unusual breathlessness, and get medical help."
)


@dataclass(frozen=True)
class WarmUpPart:
    """One thing to do, and for how long."""

    words: str
    seconds: int


#: Weights of the parts; a short warm-up shortens each of them.
_PARTS = (
    ("Walk or skip on the spot until you breathe deeper", 3),
    ("Circle ankles, hips, shoulders and wrists, both ways", 2),
    ("Play the movement without a ball, slowly, each side", 2),
    ("A few easy ones at half speed, each side", 3),
)


def warm_up_minutes(minutes: int) -> int:
    """How many of a block's minutes the warm-up takes.

    >>> [warm_up_minutes(minutes) for minutes in (10, 30, 90)]
    [3, 5, 12]
    """
    return min(LONGEST_MIN, max(SHORTEST_MIN, round(minutes / SHARE)))


def warm_up_parts(seconds: int) -> list[WarmUpPart]:
    """The parts of a warm-up of that many seconds; together they last exactly so long."""
    whole = sum(weight for _, weight in _PARTS)
    parts = [WarmUpPart(words, seconds * weight // whole) for words, weight in _PARTS]
    spare = seconds - sum(part.seconds for part in parts)
    return [*parts[:-1], WarmUpPart(parts[-1].words, parts[-1].seconds + spare)]
