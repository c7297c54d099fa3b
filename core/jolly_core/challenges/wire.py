"""The same rules with JSON strings on either side, for callers that are not Python."""

from __future__ import annotations

import json

from jolly_core.challenges.events import read_event
from jolly_core.challenges.registry import read_game
from jolly_core.challenges.session import DOUBLE_TAP_MS, replay


def tally_json(format_id: str, settings: str, events: str, double_tap_ms: int = DOUBLE_TAP_MS) -> str:
    """The tally of a run as JSON, keys in order, from its settings and events as JSON.

    >>> json.loads(tally_json("streak", "{}", '[{"kind": "make", "at_ms": 5, "seq": 1}]'))["number"]
    1
    """
    read = [read_event(event) for event in json.loads(events)]
    tally = replay(read_game(format_id, json.loads(settings)), read, double_tap_ms=double_tap_ms)
    return json.dumps(tally.as_dict(), sort_keys=True, separators=(",", ":"))
