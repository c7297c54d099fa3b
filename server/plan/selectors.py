"""What to do next: a proposed block, and the day at a glance."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any

from accounts.models import Athlete
from accounts.selectors import get_today
from blocks.models import Block
from blocks.selectors import get_next_block, list_blocks, list_sessions
from climb.selectors import LadderStanding, list_standings
from jolly_core.challenges.registry import get_challenge
from jolly_core.errors import CoreError
from jolly_core.load.weekly import Week, list_weeks, load_cautions
from jolly_core.planning.arrangement import Arrangement, Wish, arrange_block
from jolly_core.planning.tuner import Tuning, tune
from jolly_core.planning.warmup import CAUTION
from jolly_core.sides import NONE, side_words
from ladders.models import Rung
from ladders.selectors import get_rung
from runs.models import Run
from runs.selectors import get_last_day, get_pace, list_runs

RECENT_RUNS = 5
LOAD_WEEKS = 8


@dataclass(frozen=True)
class Proposal:
    """An arrangement with what each of its wishes stands for: the rung and the side."""

    arrangement: Arrangement
    targets: dict[str, tuple[Rung, str]]

    def rows(self) -> list[dict[str, Any]]:
        """The segments as they are kept and shown."""
        rows = []
        for segment in self.arrangement.segments:
            rung, side = self.targets[segment.key] if segment.key else (None, NONE)
            rows.append(
                {
                    "kind": segment.kind,
                    "title": segment.title,
                    "start_s": segment.start_s,
                    "planned_s": segment.duration_s,
                    "runs_planned": segment.runs,
                    "reasons": list(segment.reasons),
                    "rung": rung,
                    "side": side,
                }
            )
        return rows


@dataclass(frozen=True)
class Today:
    day: date
    next_block: Block | None
    standings: Sequence[LadderStanding]
    recent: Sequence[Run]
    cautions: Sequence[str]


def propose_block(athlete: Athlete, minutes: int, ladder_ids: Sequence[int], today: date) -> Proposal:
    """The block that serves the chosen ladders best. Raises ``CoreError`` for ladders that are not the athlete's."""
    by_id = {standing.ladder.pk: standing for standing in list_standings(athlete, ladder_ids)}
    for place, ladder_id in enumerate(ladder_ids):
        if ladder_id not in by_id:
            message = f"You have no ladder {ladder_id}; choose among your own."
            raise CoreError.one("unknown_ladder", message, "ladders", place, value=ladder_id)
    wishes: list[Wish] = []
    targets: dict[str, tuple[Rung, str]] = {}
    for ladder_id in dict.fromkeys(ladder_ids):
        for wish, side in _wishes(athlete, by_id[ladder_id]):
            wishes.append(wish)
            targets[wish.key] = (by_id[ladder_id].working, side)
    return Proposal(arrange_block(minutes, wishes, today), targets)


def _wishes(athlete: Athlete, standing: LadderStanding) -> list[tuple[Wish, str]]:
    """The rung being worked on, once for each side that it has."""
    ladder, rung = standing.ladder, standing.working
    challenge = get_challenge(rung.format)
    missing = {each.side: each.more_runs for each in standing.verdict.evidence}
    wishes = []
    for side in ladder.sides:
        words = side_words(side, athlete.handedness)
        wish = Wish(
            key=f"{rung.pk}-{side}",
            ladder=str(ladder.pk),
            title=f"{ladder.title}: {rung.title}" + (f", {words}" if words else ""),
            side=side,
            run=challenge.estimate(rung.settings, get_pace(rung, side)),
            last_day=get_last_day(rung, side),
            runs_to_climb=missing.get(side, missing.get(NONE)),
        )
        wishes.append((wish, side))
    return wishes


@dataclass(frozen=True)
class SideTuning:
    side: str
    side_words: str
    tuning: Tuning


def list_tunings(athlete: Athlete, rung_id: int, *, metric: str, mark: float, minutes: int) -> list[SideTuning]:
    """What a mark on a rung means, side by side. Raises ``CoreError`` for what cannot be asked."""
    rung = get_rung(athlete, rung_id)
    challenge = get_challenge(rung.format)
    tunings = []
    for side in rung.ladder.sides:
        pace = get_pace(rung, side)
        tuning = tune(challenge, rung.settings, pace, metric=metric, mark=mark, minutes=minutes)
        tunings.append(SideTuning(side, side_words(side, athlete.handedness), tuning))
    return tunings


def get_today_page(athlete: Athlete) -> Today:
    today = get_today(athlete)
    standings = list_standings(athlete)
    block = get_next_block(athlete, today)
    cautions = [CAUTION, *(caution for standing in standings for caution in standing.ladder.cautions)]
    return Today(
        day=today,
        next_block=block,
        standings=standings,
        recent=list(list_runs(athlete).filter(is_over=True)[:RECENT_RUNS]),
        cautions=list(dict.fromkeys(cautions)),
    )


@dataclass(frozen=True)
class Load:
    weeks: Sequence[Week]
    cautions: Sequence[str]


def get_load(athlete: Athlete) -> Load:
    """The load of the last weeks, the running one last."""
    today = get_today(athlete)
    # A week more than is shown, for the first one's change.
    weeks = list_weeks(list_sessions(athlete, today - timedelta(weeks=LOAD_WEEKS + 2)), today, LOAD_WEEKS)
    return Load(weeks, load_cautions(weeks))


def list_coming_blocks(athlete: Athlete) -> list[Block]:
    """Blocks in play and to come, and the last few that were done."""
    blocks = list_blocks(athlete)
    coming = blocks.filter(status__in=[Block.Status.PLANNED, Block.Status.STARTED], day__gte=get_today(athlete))
    done = blocks.filter(status=Block.Status.DONE).order_by("-finished_at")[:5]
    return [*coming, *done]
