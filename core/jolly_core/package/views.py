"""Runs and their presses as one table each, with names in place of numbers: for spreadsheets and sums of one's own."""

from __future__ import annotations

from jolly_core.package import cells
from jolly_core.package.tables import Column, Table

RUNS = Table(
    "runs",
    (
        Column("run", cells.IDENTIFIER, "the run's own id"),
        Column("day", cells.DATE, "by the athlete's own calendar"),
        Column("started_at", cells.MOMENT),
        Column("discipline", cells.TEXT),
        Column("ladder", cells.TEXT),
        Column("rung", cells.INTEGER, "its number on the ladder"),
        Column("rung_title", cells.TEXT),
        Column("side", cells.TEXT, "as the ladder says it; empty without sides"),
        Column("game", cells.TEXT, "the id of its format"),
        Column("result", cells.NUMBER, "the value of the metric that its mark asks for", may_be_empty=True),
        Column("metric", cells.TEXT, "what the result counts, with its unit"),
        Column("mark", cells.NUMBER, "what the result was measured against", may_be_empty=True),
        Column("attempts", cells.INTEGER),
        Column("makes", cells.INTEGER),
        Column("time_used_s", cells.NUMBER),
        Column("comfort_1_to_5", cells.INTEGER, may_be_empty=True),
        Column("is_over", cells.BOOLEAN),
        Column("is_from_paper", cells.BOOLEAN),
        Column("set_aside", cells.TEXT, "why it does not count; empty where it does"),
        Column("tags", cells.TEXT, "with commas between"),
        Column("note", cells.TEXT),
    ),
    ("run",),
    "Runs, each with the one number that it is known by",
)
EVENTS = Table(
    "presses",
    (
        Column("run", cells.IDENTIFIER),
        Column("day", cells.DATE),
        Column("ladder", cells.TEXT),
        Column("rung", cells.INTEGER),
        Column("side", cells.TEXT),
        Column("number", cells.INTEGER, "in the order of the run"),
        Column("kind", cells.TEXT),
        Column("at_s", cells.NUMBER, "since the run began"),
        Column("text", cells.TEXT, "what goes with it: a zone, a note"),
        Column("recorded_at", cells.MOMENT, "when it reached the server"),
    ),
    ("run", "number"),
    "Presses of runs, in their order",
)
