"""A ladder written as a table: all of its rungs at once, new ones among them; all or nothing."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from django.db import transaction

from accounts.models import Athlete
from jolly_core.errors import CoreError, errors_under
from ladders.models import Ladder
from ladders.rungs import add_rung, change_challenge, change_threshold
from ladders.selectors import get_ladder_to_change, get_threshold


@transaction.atomic
def write_table(athlete: Athlete, ladder_id: int, rows: Sequence[Mapping[str, Any]], at: datetime) -> Ladder:
    """Write the rungs of a ladder from the ground up: a row with a ``rung`` changes it, one without makes it there.

    Each row has a title, levers, a game and a ``mark`` (None: what is asked stays, or is fair to ask). Rungs that have
    no row stay as they are. Raises ``CoreError`` with the first row that cannot be written, under its place.
    """
    ladder = get_ladder_to_change(athlete, ladder_id)
    for place, row in enumerate(rows):
        with errors_under("rows", place):
            _write_row(athlete, ladder, row, at, number=place + 1)
    ladder.refresh_from_db()
    return ladder


def _write_row(athlete: Athlete, ladder: Ladder, row: Mapping[str, Any], at: datetime, *, number: int) -> None:
    if row["rung"] is None:
        rung = add_rung(athlete, ladder.pk, {**row, "set_up": "", "cues": []}, at, number=number)
    else:
        kept = ladder.rungs.filter(pk=row["rung"]).first()
        if kept is None:
            raise CoreError.one("not_a_choice", "This rung is not on the ladder any more; load it anew.", "rung")
        rung = change_challenge(athlete, kept.pk, {**row, "set_up": kept.set_up, "cues": kept.cues}, at)
    asked = get_threshold(rung)
    if row["mark"] is not None and row["mark"] != asked.mark:
        change_threshold(athlete, rung.pk, asked.with_mark(row["mark"]).as_dict(), at)
