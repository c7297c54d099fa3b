"""What a device keeps to begin runs by itself: kits, each a run of one rung and side as the server would begin it.

What is drawn anew for every run is left open in it. Beside it lies what the record says of that rung and side, so that
a run which is played here counts for those that follow.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, replace
from datetime import date
from typing import Any
from uuid import UUID

from jolly_core.challenges.registry import AnyGame, plain_tally
from jolly_core.load.dose import Dose, check_left, dose_left, used_of
from jolly_core.load.registry import dose_of
from jolly_core.record.standing import RunRules, standing_of
from jolly_core.record.usual import USUAL_RUNS, best_of
from jolly_core.record.yardstick import Yardstick, lay_yardstick

Kit = Mapping[str, Any]


def begin_run(
    kit: Kit,
    run: str,
    *,
    started_at: str,
    day: str,
    part: int | None = None,
    block: int | None = None,
) -> dict[str, Any]:
    """The run ``run`` (a UUID) as it begins, in the shape in which the server sends runs.

    ``started_at`` and ``day`` are the moment and the athlete's day as ISO 8601 has them; ``part`` is the part of
    ``block`` that it is played for. What is drawn is drawn by the run's id, so that the server draws the same. Raises
    ``CoreError`` (``dose_used_up``) where a hard cap leaves nothing for that day.
    """
    template: dict[str, Any] = dict(kit["run"])
    rules = RunRules.from_stored(template["rules"])
    game = _capped(kit, rules.game.drawn(UUID(run).int), date.fromisoformat(day))
    rules = replace(rules, settings=game.settings.as_stored())
    return {
        **template,
        "id": run,
        "part": part,
        "block": block,
        "started_at": started_at,
        "day": day,
        "settings": game.settings.as_dict(),
        "rules": rules.as_stored(),
        "way": next(iter(kit.get("ways", ())), ""),
        "yardstick": _said(rules.measure),
        **standing_of(game, rules.measure, rules.begun().tally()),
    }


def count_in(kits: Sequence[Kit], run: Mapping[str, Any]) -> list[dict[str, Any]]:
    """The kits after a run was played here: it counts for the caps of its ladder, and for the usual and the best of
    those that follow it on its rung and side. Said again, it is not counted again.
    """
    counted = []
    for kit in kits:
        known = kit.get("counted", [])
        if run["id"] in known:
            counted.append(dict(kit))
            continue
        after = {**kit, "counted": [*known, run["id"]]}
        if kit["run"]["ladder"]["id"] == run["ladder"]["id"]:
            after["ladder_days"] = _with_attempts(kit["ladder_days"], run)
        if kit["rung"] == run["rung"]["id"]:
            after["rung_days"] = _with_attempts(kit["rung_days"], run)
            if kit["side"] == run["side"]:
                after |= _follow_on(kit, run)
        counted.append(after)
    return counted


def _capped(kit: Kit, game: AnyGame, today: date) -> AnyGame:
    """The game with what is left of its own cap for that day."""
    ladder = Dose(**kit["dose"])
    if ladder.is_capped:
        check_left(kit["run"]["ladder"]["title"], dose_left(ladder, _days(kit["ladder_days"]), today))
    own = dose_of(game)
    return own.applied(used_of(_days(kit["rung_days"]), today)) if own else game


def _days(attempts: Mapping[str, int]) -> dict[date, int]:
    return {date.fromisoformat(day): tries for day, tries in attempts.items()}


def _with_attempts(days: Mapping[str, int], run: Mapping[str, Any]) -> dict[str, int]:
    return {**days, run["day"]: days.get(run["day"], 0) + run["tally"]["attempts"]}


def _follow_on(kit: Kit, run: Mapping[str, Any]) -> dict[str, Any]:
    """What changes in a kit by a run of it that is over; by one in which nothing was played, nothing does."""
    template = kit["run"]
    rules = RunRules.from_stored(template["rules"])
    game, before = rules.game, rules.measure
    tally = plain_tally(run["tally"])
    if not game.is_played(tally.attempts, tally.metrics):
        return {}
    game = game.after(tally) if game.looks_back else game
    earlier, yardstick = list(kit["earlier"]), before
    value = tally.metrics.get(before.metric)
    if value is not None and before.mark is not None:
        earlier = [*earlier, value][-USUAL_RUNS:]
        best = best_of([each for each in (before.best, value) if each is not None], before.direction)
        yardstick = lay_yardstick(before.measured, before.mark, earlier, best)
    rules = replace(rules, settings=game.settings.as_stored(), yardstick=yardstick.as_stored())
    ways = list(kit.get("ways", ()))
    if run["way"] in ways[:1]:
        ways = ways[1:]
    return {"earlier": earlier, "ways": ways, "run": {**template, "rules": rules.as_stored()}}


def _said(yardstick: Yardstick) -> dict[str, Any]:
    """A yardstick as the server sends it: its values, and the words for them."""
    words = {name: getattr(yardstick, name) for name in ("mark_words", "mark_label", "usual_words", "best_words")}
    return {**asdict(yardstick), **words}
