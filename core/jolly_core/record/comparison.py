"""A routine played several times, session by session: what was made in each part, and in the whole set."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date
from functools import reduce

from jolly_core.words import plain


@dataclass(frozen=True)
class Score:
    """What was made of how many attempts, in one part or in a whole set."""

    makes: int = 0
    attempts: int = 0

    def plus(self, other: Score) -> Score:
        return Score(self.makes + other.makes, self.attempts + other.attempts)

    @property
    def share(self) -> float | None:
        """None where nothing was tried."""
        return self.makes / self.attempts if self.attempts else None

    @property
    def words(self) -> str:
        return f"{self.makes} of {self.attempts}" if self.attempts else "–"


@dataclass(frozen=True)
class Played:
    """One time that a routine was played: which version of it, and the runs by the title of their part."""

    id: int
    day: date
    version: int
    runs: tuple[tuple[str, Score], ...]


@dataclass(frozen=True)
class Row:
    """A session of the table: a score for each column, None for a part that was not played, and the whole set."""

    id: int
    day: date
    version: int
    scores: tuple[Score | None, ...]
    total: Score
    is_best: bool = False


@dataclass(frozen=True)
class Comparison:
    """The parts in the order in which they first came, the sessions with the latest last, and what they come to."""

    columns: tuple[str, ...]
    rows: tuple[Row, ...]
    words: str


def compare(sessions: Sequence[Played]) -> Comparison:
    """Sessions of a routine side by side. Only whole sets, all parts of the last one, are told apart as the best.

    >>> one = Played(1, date(2026, 5, 1), 1, (("Serves", Score(6, 10)), ("Serves", Score(7, 10))))
    >>> compare([one]).rows[0].total.words
    '13 of 20'
    """
    ordered = sorted(sessions, key=lambda session: (session.day, session.id))
    columns = tuple(dict.fromkeys(title for session in ordered for title, _ in session.runs))
    rows = [_row(session, columns) for session in ordered]
    wanted = {title for title, _ in ordered[-1].runs} if ordered else set()
    whole = [
        row
        for row in rows
        if all(score is not None for title, score in zip(columns, row.scores, strict=True) if title in wanted)
    ]
    shares = [row.total.share for row in whole if row.total.share is not None]
    best = max(shares, default=None)
    marked = [replace(row, is_best=best is not None and row in whole and row.total.share == best) for row in rows]
    return Comparison(columns, tuple(marked), _words(shares))


def _row(session: Played, columns: Iterable[str]) -> Row:
    by_title: dict[str, Score] = {}
    for title, score in session.runs:
        by_title[title] = by_title.get(title, Score()).plus(score)
    total = reduce(Score.plus, by_title.values(), Score())
    return Row(session.id, session.day, session.version, tuple(by_title.get(title) for title in columns), total)


def _words(shares: Sequence[float]) -> str:
    """How the last whole set stands beside those before; no more than the numbers carry."""
    if len(shares) < 2:  # noqa: PLR2004
        return "Play it a second time, and the two stand side by side."
    last, before = shares[-1], shares[:-1]
    usual = sum(before) / len(before)
    return (
        f"The last set: {plain(100 * last)} % made; before, {plain(100 * usual)} % on average "
        f"and {plain(100 * max(before))} % at best."
    )
