"""Whether one side of a ladder is left out of blocks more often than the other, though it was planned."""

from __future__ import annotations

from collections.abc import Iterable

from jolly_core.finds.look import FindPicture, Look, PictureMark, PlannedSide, Practice, PracticeQuestion
from jolly_core.sides import FIRST, SECOND
from jolly_core.stats.comparing import chance_of_so_few
from jolly_core.words import sentence

#: With fewer blocks that planned it nothing is said. Common practice, no source.
LEAST_PLANNED = 8


class LeftOut(PracticeQuestion):
    id = "left_out"
    title = "A side that is left out"
    place = 4
    page = "weak_spots"

    def looks(self, practice: Practice) -> Iterable[tuple[int | None, Look]]:
        for ladder, (_, pair, sides) in practice.ladders.items():
            first, second = (sides.get(side, PlannedSide()) for side in (FIRST, SECOND))
            if min(first.planned, second.planned) < LEAST_PLANNED:
                continue
            more, less, side = (first, second, FIRST) if _rate(first) > _rate(second) else (second, first, SECOND)
            other = FIRST if side == SECOND else SECOND
            # Of either side it could have been said: twice the one-sided chance.
            chance = chance_of_so_few(less.left_out, less.planned, more.left_out, more.planned)
            words = (
                f"{pair.words(side)} was left out of {more.left_out} of {more.planned} blocks that planned it, "
                f"{pair.words(other)} of {less.left_out} of {less.planned}."
            )
            marks = tuple(
                PictureMark(pair.words(each), _rate(found), f"{found.left_out} of {found.planned}", each == side)
                for each, found in ((FIRST, first), (SECOND, second))
            )
            yield (
                ladder,
                Look(
                    question=self.id,
                    p_value=min(1.0, 2 * chance),
                    words=sentence(words),
                    size=_rate(more) - _rate(less),
                    side=side,
                    picture=FindPicture("bars", "left out", marks),
                ),
            )


def _rate(side: PlannedSide) -> float:
    return side.left_out / side.planned
