"""Starting a run on a device that may have no network, from what the server gave it beforehand: a kit.

A kit is a run of that rung and side as the server would begin it, with what is drawn anew for every run left open.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, replace
from typing import Any
from uuid import UUID

from jolly_core.record.standing import RunRules, standing_of
from jolly_core.record.yardstick import Yardstick


def begin_run(
    kit: Mapping[str, Any],
    run: str,
    *,
    started_at: str,
    day: str,
    part: int | None = None,
    block: int | None = None,
) -> dict[str, Any]:
    """The run ``run`` (a UUID) as it begins, in the shape in which the server sends runs.

    ``started_at`` and ``day`` are the moment and the athlete's day as ISO 8601 has them; ``part`` is the part of
    ``block`` that it is played for. What is drawn is drawn by the run's id, so that the server draws the same.
    """
    template: dict[str, Any] = dict(kit["run"])
    rules = RunRules.from_stored(template["rules"])
    game = rules.game.drawn(UUID(run).int)
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
        "yardstick": _said(rules.measure),
        **standing_of(game, rules.measure, rules.begun().tally()),
    }


def _said(yardstick: Yardstick) -> dict[str, Any]:
    """A yardstick as the server sends it: its values, and the words for them."""
    words = {name: getattr(yardstick, name) for name in ("mark_words", "usual_words", "best_words")}
    return {**asdict(yardstick), **words}
