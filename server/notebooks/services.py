"""Old scores looked at and kept. What is wrong is said row by row; nothing is ever half kept."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from math import ceil
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from accounts.selectors import get_today
from config.progress import CancelledError, Progress, Tell
from jolly_core.errors import CoreError, Problem
from jolly_core.notebooks.columns import Columns, check_columns, guess_columns
from jolly_core.notebooks.grid import Row
from jolly_core.notebooks.scores import Score, read_scores
from jolly_core.paper.totals import tally_of_result
from jolly_core.sides import NONE, Pair
from ladders.models import Rung
from ladders.selectors import get_threshold, list_worked_on
from ladders.services import make_ladder
from notebooks.models import SheetReading
from runs.old_results import keep_old_results

LONGEST_HEADING = 500
#: What a new ladder may be of, with the setting that holds out of how much; the first is of scores "of so many".
GAMES: Mapping[str, str] = {"makes_of_n": "attempts", "streak": "goal", "timed_count": "goal"}
GAME_IDS = tuple(GAMES)
#: How sides are called in sheets, beside the words of the ladder.
SIDE_WORDS = {"first": ("l", "left", "forehand", "fh"), "second": ("r", "right", "backhand", "bh")}
HANDS = Pair("hands")
#: Many wrong rows are wrong in one way.
MOST_PROBLEMS = 200
NEW_DISCIPLINE = "from old notebooks"


@dataclass(frozen=True)
class Choice:
    """Where the scores of a drill go: onto a rung of one's own, or onto a new ladder with a game out of so much."""

    drill: str
    rung: int | None = None
    game: str = "makes_of_n"
    out_of: int = 10


@dataclass
class Look:
    """What a sheet comes to: the scores that can be kept, what is wrong with the others, where each drill goes."""

    scores: list[Score] = field(default_factory=list)
    problems: list[Problem] = field(default_factory=list)
    choices: list[Choice] = field(default_factory=list)
    counts: Counter[str] = field(default_factory=Counter)


def remembered(athlete: Athlete, rows: Sequence[Row]) -> tuple[Columns, bool]:
    """How the columns of a sheet are read: as the last one with this heading, or as they look; and which of the two."""
    known = _known_reading(athlete, rows)
    return (Columns.from_stored(known.columns), True) if known else (guess_columns(rows), False)


def look(athlete: Athlete, rows: Sequence[Row], columns: Columns, chosen: Iterable[Choice] = ()) -> Look:
    """What a sheet comes to; nothing is kept. Raises ``CoreError`` for columns that cannot be."""
    check_columns(columns, len(rows[0]))
    scores, problems = read_scores(rows, columns, get_today(athlete))
    by_drill: dict[str, list[Score]] = {}
    for score in scores:
        by_drill.setdefault(score.drill, []).append(score)
    rungs = _own_rungs(athlete)
    given = {choice.drill: choice for choice in chosen}
    known = {worked_on.ladder.title.casefold(): worked_on.working.pk for worked_on in list_worked_on(athlete)}
    if reading := _known_reading(athlete, rows):
        known |= {drill.casefold(): rung for drill, rung in reading.drills.items() if rung in rungs}
    found = Look(counts=Counter({drill: len(each) for drill, each in by_drill.items()}))
    for drill, each in by_drill.items():
        choice = given.get(drill) or _suggested(drill, each, known)
        found.choices.append(choice)
        wrong = list(_wrong(choice, each, rungs))
        problems += wrong
        rows_wrong = {problem.path[0] for problem in wrong}
        found.scores += [score for score in each if score.row not in rows_wrong]
    found.scores.sort(key=lambda score: score.row)
    found.problems = sorted(problems, key=lambda problem: problem.path[0])
    return found


def keeping(athlete: Athlete) -> Progress:
    """How far the keeping of a sheet of the athlete's got, where one is being kept."""
    return Progress(f"sheet-{athlete.pk}")


def keep(athlete: Athlete, rows: Sequence[Row], columns: Columns, chosen: Sequence[Choice], at: datetime) -> int:
    """Keep all scores of a sheet, and make the ladders that are missing; how many scores these were.

    Raises ``CoreError`` with everything that is wrong, each at its row and column; ``ended`` by the athlete's wish.
    """
    progress = keeping(athlete)
    progress.begin()
    try:
        return _keep_all(athlete, rows, columns, chosen, at, tell=progress.tell)
    except CancelledError:
        raise CoreError.one("ended", "You ended it. Nothing was kept.", "rows") from None
    finally:
        progress.forget()


@transaction.atomic
def _keep_all(
    athlete: Athlete, rows: Sequence[Row], columns: Columns, chosen: Sequence[Choice], at: datetime, *, tell: Tell
) -> int:
    found = look(athlete, rows, columns, chosen)
    if found.problems:
        raise CoreError([problem.under("rows") for problem in found.problems[:MOST_PROBLEMS]])
    if not found.scores:
        raise CoreError.one("empty", "There is no score in this sheet.", "rows")
    sided = {score.drill for score in found.scores if score.side}
    placed = {
        choice.drill: choice.rung or _new_rung(athlete, choice, at, has_sides=choice.drill in sided)
        for choice in found.choices
    }
    rungs = _own_rungs(athlete)
    keep_old_results(
        athlete,
        [
            {
                "day": score.day,
                "rung": placed[score.drill],
                "side": _side_of(rungs[placed[score.drill]].ladder.known_pair, score.side),
                "value": score.value,
                "note": score.note,
            }
            for score in found.scores
        ],
        most=len(found.scores),
        tell=tell,
    )
    values = {"columns": columns.as_stored(), "drills": placed, "kept_at": at}
    SheetReading.objects.update_or_create(athlete=athlete, heading=_heading(rows), defaults=values)
    return len(found.scores)


def _known_reading(athlete: Athlete, rows: Sequence[Row]) -> SheetReading | None:
    """How the last sheet with this heading was read, if there was one."""
    return SheetReading.objects.filter(athlete=athlete, heading=_heading(rows)).first()


def _heading(rows: Sequence[Row]) -> str:
    return "|".join(rows[0])[:LONGEST_HEADING]


def _own_rungs(athlete: Athlete) -> dict[int, Rung]:
    """The athlete's rungs in use."""
    rungs = Rung.objects.filter(ladder__athlete=athlete, ladder__archived_at=None, ladder__is_quick=False)
    return {rung.pk: rung for rung in rungs.select_related("ladder__athlete").prefetch_related("threshold_revisions")}


def _suggested(drill: str, scores: Sequence[Score], known: Mapping[str, int]) -> Choice:
    rung = known.get(drill.casefold())
    most = max(1, *(score.out_of or ceil(score.value) for score in scores))
    return Choice(drill, rung, "makes_of_n", most)


def _wrong(choice: Choice, scores: Sequence[Score], rungs: Mapping[int, Rung]) -> Iterable[Problem]:
    """The scores that cannot be where they are to go."""
    if choice.rung is None:
        if choice.game not in GAMES:
            yield Problem(
                "unknown_game", f"There is no game {choice.game!r} for a new ladder.", (scores[0].row, "drill")
            )
            return
        for score in scores:
            if choice.game == "makes_of_n" and score.value > choice.out_of:
                yield Problem(
                    "out_of_range", f"It is out of {choice.out_of} at most.", (score.row, "score"), score.value
                )
            if score.side and _side_of(HANDS, score.side) is None:
                yield Problem("unknown_side", "Say left or right.", (score.row, "side"), score.side)
        return
    rung = rungs.get(choice.rung)
    if rung is None:
        yield Problem("unknown_rung", "Choose a rung of your own.", (scores[0].row, "drill"), choice.rung)
        return
    metric, pair = get_threshold(rung).metric, rung.ladder.known_pair
    for score in scores:
        try:
            tally_of_result(rung.game, metric.id, score.value)
        except CoreError as error:
            yield Problem("out_of_range", error.problems[0].message, (score.row, "score"), score.value)
        if pair.has_sides and _side_of(pair, score.side) is None:
            sides = " or ".join(pair.words(side) for side in pair.order(None))
            yield Problem("unknown_side", f"Say which side: {sides}.", (score.row, "side"), score.side)


def _side_of(pair: Pair, said: str) -> str | None:
    """The side that a cell means; None where that is none of the pair's."""
    if not pair.has_sides:
        return NONE
    words = said.strip().casefold()
    for side in pair.order(None):
        called = pair.words(side).casefold()
        if words and (called.startswith(words) or (words in SIDE_WORDS.get(side, ()) and _is_like(called, side))):
            return side
    return None


def _is_like(called: str, side: str) -> bool:
    """Whether the ladder calls that side as sheets do, so that a letter can stand for it."""
    return any(called.startswith(word) for word in SIDE_WORDS[side] if len(word) > len("fh"))


def _new_rung(athlete: Athlete, choice: Choice, at: datetime, *, has_sides: bool) -> int:
    given: dict[str, Any] = {"title": choice.drill or "Old scores", "discipline": NEW_DISCIPLINE, "summary": ""}
    if has_sides:
        given["pair"] = HANDS.as_dict()
    settings = {GAMES[choice.game]: choice.out_of}
    rung = {"format": choice.game, "settings": settings, "title": "", "set_up": "", "cues": [], "levers": []}
    ladder = make_ladder(athlete, given, rung, at)
    return int(ladder.rungs.get().pk)
