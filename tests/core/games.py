"""Every format with settings under which its runs are short, and runs of anything: what the laws are tried on."""

from __future__ import annotations

from typing import Any

from hypothesis import strategies as st

from jolly_core.challenges.events import KINDS, ZONE, Event
from jolly_core.challenges.registry import FORMATS

#: Settings under which a short run can end in every way that the format knows.
SETTINGS: dict[str, list[dict[str, Any]]] = {
    "streak": [
        {},
        {"goal": 3, "on_miss": "ends"},
        {"goal": 2, "sets": 2, "rest_s": 3, "attempts_limit": 9},
        {"goal": 4, "seconds_limit": 10},
    ],
    "timed_count": [{"seconds": 10}, {"seconds": 20, "goal": 8}],
    "makes_of_n": [
        {"attempts": 6},
        {"attempts": 12, "goal": 8},
        {"attempts": 7, "called": ["red", "blue", "green"], "reasons": ["left", "nowhere"]},
    ],
    "race": [{"to": 3}, {"to": 4, "clear": 1, "against": "Ida Quillfeather", "condition": "second ball only"}],
    "quota": [{"targets": ["left", "right"], "each": 2}, {"each": 2, "order": "free", "attempts_limit": 12}],
    "zone_points": [{"balls": 8, "seconds": None}, {"seconds": 15, "goal": 9}, {"seconds": 10, "balls": 5}],
    "pattern": [
        {"laps": 2},
        {"pattern": "(left)x2 right", "on_break": "goes_on", "laps": 2},
        {"pattern": "random", "on_break": "waits", "laps": 1, "attempts_limit": 15},
    ],
    "circuit": [
        {"stations": ["left", "middle", "right"]},
        {"stations": ["left", "right"], "on_miss": "step_back", "circuits": 2},
        {"stations": ["left", "right"], "wanted": "in_a_row", "circuits": 2, "attempts_limit": 20},
        {"stations": ["left", "right"], "wanted": "in_a_row", "circuits": 2},
        {"stations": ["left", "right"], "on_miss": "retry", "circuits": 3, "seconds_limit": 20},
    ],
    "two_chance_walk": [{"targets": ["left", "right"]}, {"on_double": "starts_again", "attempts_limit": 12}],
    "collect": [{"targets": ["left", "middle", "right"]}, {"by": "chance", "attempts_limit": 6}],
    "long_run": [{"rack": 3}, {"rack": 2, "goal": 5}],
    "frames": [{}, {"variant": "lowest"}],
    "tempo_ladder": [
        {"start": 60, "top": 68},
        {"by": "timed", "seconds": 5, "give_up": 1},
        {"start": 200, "top": 204, "strokes": 1, "loops": 2, "goes_on": "itself", "hands": "separate"},
    ],
    "intervals": [
        {"work_s": 5, "rest_s": 2, "sets": 2, "rounds": 2, "between_s": 3},
        {"by": "reps", "reps": 2, "rest_s": 2, "sets": 2},
        {"by": "sets", "reps": 9, "rest_s": 1, "sets": 3},
    ],
    "quality_reps": [{"reps": 3}, {"reps": 4, "at_least": 2}],
    "against_time": [{"makes": 3}, {"makes": 4, "on_miss": "nothing_lost", "attempts_limit": 9}],
    "against_yourself": [{"makes": 3}, {"makes": 4, "attempts_limit": 9, "last": "|.||."}],
    "rallies": [{"rallies": 3}, {"rallies": 2, "what": "lap"}],
    "capped_attempts": [{"cap": 3}, {"cap": 6, "tried": 4}],
    "calls": [{"number": 3, "wait_low": 0, "wait_high": 1}, {"number": 4, "timing": "untimed", "seed": 3}],
    "calls_with_no_press": [
        {"number": 3, "wait_low": 0, "wait_high": 1, "answer_s": 1},
        {"number": 14, "wait_low": 0, "wait_high": 0, "answer_s": 1, "share": "by_chance", "seed": 3},
    ],
    "feeds": [
        {"interval_ms": 500, "section": 2, "sections": 2, "pause_s": 1},
        {"feeds": [{"feed": "left"}, {"feed": "right", "share": 3}], "order": "at_random", "jitter_ms": 200},
        {"feeds": [{"feed": "near"}, {"feed": "middle"}, {"feed": "deep"}], "order": "across", "section": 4, "seed": 5},
    ],
    "combination": [{"goes": 2}, {"goes": 2, "seconds_limit": 12}],
    "checklist": [{}, {"items": [{"item": "arm circles", "seconds": 3}, {"item": "breathe", "seconds": 2}]}],
    "tries_at_each": [
        {"targets": [{"name": "left", "tries": 2}, {"name": "right", "tries": 3, "stroke": "soft"}]},
        {"targets": [{"name": "left", "tries": 2}, {"name": "left", "tries": 2, "stroke": "soft"}], "order": "in_turn"},
    ],
    "completions": [{"goal": 1}, {"goal": 2, "attempts_limit": 5, "thing": "the pass"}],
    "open_count": [{}, {"attempts_limit": 5}],
}
#: Their time is a frame: once it is over, they ask how it went.
ASK_AFTERWARDS = ("intervals", "calls_with_no_press")
#: What a zone press may hit, in one format or another.
HITS = (
    "left",
    "middle",
    "right",
    "near",
    "deep",
    "0",
    "3",
    "5",
    "10",
    "tape in place",
    "nowhere",
    "14",
    "It feels right",
    "Enough for now",
)
CASES = [(format_id, settings) for format_id in FORMATS for settings in SETTINGS.get(format_id, [{}])]
Case = tuple[str, dict[str, Any]]


@st.composite
def runs(draw: st.DrawFn, kinds: tuple[str, ...] = KINDS) -> list[Event]:
    """Events in order, at times as close as a double tap and as far as a rest."""
    pressed = draw(st.lists(st.tuples(st.sampled_from(kinds), st.integers(0, 4000)), max_size=40))
    at_ms, events = 0, []
    for seq, (kind, gap_ms) in enumerate(pressed, 1):
        at_ms += gap_ms
        events.append(Event(kind, at_ms, seq, draw(st.sampled_from(HITS)) if kind == ZONE else ""))
    return events
