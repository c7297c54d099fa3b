"""Reads of pairings: by the court, through its athlete and run; by the second screen, through its key."""

from __future__ import annotations

from datetime import datetime
from hashlib import sha256
from uuid import UUID

from django.db.models import Q, QuerySet

from accounts.models import Athlete
from blocks.models import Block
from config.finding import find_one
from jolly_core.errors import NotFound
from pairing.models import Pairing
from runs.models import Run
from runs.selectors import get_run

#: The way from a pairing to whether the block of its run is in play.
_STATUS = "run__part__block__status"


def get_pairing(athlete: Athlete, run_id: UUID, at: datetime) -> Pairing | None:
    """The pairing that the court of a run goes on with: its own, or that of another run of the same block."""
    run = get_run(athlete, run_id)
    return next((each for each in list_along(run) if each.is_open(at)), None)


def list_along(run: Run) -> QuerySet[Pairing]:
    """The pairing that goes along to a run, if there is one: its own, or that of its block while that is in play."""
    block = {"run__part__block": run.part.block_id, _STATUS: Block.Status.STARTED} if run.part else {"run": run}
    return Pairing.objects.filter(athlete=run.athlete_id, **block).prefetch_related("waiting")


def get_by_key(key: str, at: datetime) -> Pairing:
    """The pairing of a second screen. Raises ``NotFound`` once it has ended, or the block that it went along with."""
    in_play = Pairing.objects.filter(Q(run__part=None) | Q(**{_STATUS: Block.Status.STARTED}))
    pairing = find_one(in_play.select_related("athlete"), key_hash=hash_of(key))
    if not pairing.is_open(at):
        raise NotFound
    return pairing


def show_run(pairing: Pairing) -> Pairing:
    """A pairing with all that is shown of its run."""
    pairing.run = get_run(pairing.athlete, pairing.run_id)
    return pairing


def hash_of(key: str) -> str:
    """What is kept of a key: whoever reads the database cannot come in with it."""
    return sha256(key.encode()).hexdigest()
