"""The calls that a page may make, with JSON strings on either side."""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping
from typing import Any

from jolly_core.device.blocks import count_run, finish_block, finish_part, start_block
from jolly_core.device.counter import Counter
from jolly_core.device.ears import EAR_CALLS, Ears, read_recording
from jolly_core.device.films import read_notes
from jolly_core.device.kits import begin_run, count_in
from jolly_core.device.sheets import enter_sheet
from jolly_core.errors import CoreError


class Device:
    """Takes calls by their names. The same calls give the same bytes, wherever this runs.

    >>> device = Device()
    >>> run = {"run": "a", "rules": {"format": "streak", "settings": {}}, "sent": [], "waiting": []}
    >>> json.loads(device.answer(json.dumps({"call": "open", "with": run})))["value"]["seq"]
    0
    >>> json.loads(device.answer('{"call": "take", "with": {"run": "b", "events": []}}'))["problem"]["code"]
    'not_open'
    """

    def __init__(self) -> None:
        counter = Counter()
        ears = Ears(counter)
        self._calls: Mapping[str, Callable[..., Any]] = {
            "open": counter.open,
            "take": counter.take,
            "close": counter.close,
            "begin_run": begin_run,
            "count_in": count_in,
            "start_block": start_block,
            "finish_part": finish_part,
            "count_run": count_run,
            "finish_block": finish_block,
            "enter_sheet": enter_sheet,
            "read_recording": read_recording,
            "read_film": read_notes,
            **{f"ear_{name}": getattr(ears, name) for name in EAR_CALLS},
        }

    def answer(self, asked: str) -> str:
        """What a call comes to: its ``value``, or the ``problem`` for which the core refuses it."""
        request = json.loads(asked)
        try:
            answer = {"value": self._calls[request["call"]](**request["with"])}
        except CoreError as error:
            errors = [{"loc": list(each.path), "code": each.code, "msg": each.message} for each in error.problems]
            answer = {"problem": {"code": error.code, "detail": error.problems[0].message, "errors": errors}}
        return json.dumps(answer, sort_keys=True, separators=(",", ":"), ensure_ascii=False)
