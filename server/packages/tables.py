"""All tables of a record, each after those it refers to; and what is not in a record, with the reason"""

from __future__ import annotations

from collections.abc import Mapping

from accounts.models import Athlete, BodyLimit, BodySide
from blocks.models import Block, Part
from films.models import Film
from jolly_core.package.tables import Table
from ladders.models import Acknowledgement, KeptCheck, Ladder, Move, Need, Rung, ThresholdRevision
from ladders.packs import MOST_LADDERS
from layouts.models import Layout
from lookback.models import MethodChange
from notebooks.models import SheetReading
from packages import blobs
from packages.kept import Kept
from places.models import Place
from plan.models import Repetition, Routine
from runs.models import Event, Run
from trials.models import Trial
from weeks.models import KeptWeek, WeekWish, Window

_ACCOUNT = "it belongs to the account on this server, not to the record"
_SERVER = "it is worked out anew"

KEPT: tuple[Kept, ...] = (
    Kept(
        "settings",
        Athlete,
        "",
        (),
        "How the athlete likes things",
        left_out=dict.fromkeys(
            (
                "id",
                "password",
                "last_login",
                "is_superuser",
                "username",
                "first_name",
                "last_name",
                "email",
                "is_staff",
                "is_active",
                "date_joined",
                "is_demo",
                "record_version",
                "taken_out_at",
                "leaves_at",
            ),
            _ACCOUNT,
        ),
    ),
    Kept("sides", BodySide, "athlete", ("discipline", "trait"), "Which side the body uses, by discipline"),
    Kept("limits", BodyLimit, "athlete", ("part", "side", "since"), "What the body does or did not allow"),
    Kept(
        "places",
        Place,
        "athlete",
        ("name",),
        "Where the athlete practises",
        check=blobs.check_place,
        most=500,
    ),
    Kept(
        "layouts",
        Layout,
        "athlete",
        ("created_at",),
        "Targets on places",
        within={"place_key": blobs.place_key},
        check=blobs.check_layout,
        most=2_000,
    ),
    Kept(
        "ladders",
        Ladder,
        "athlete",
        ("created_at",),
        "Ladders, those that were put away as well",
        check=blobs.check_ladder,
        most=2 * MOST_LADDERS,
    ),
    Kept("acknowledgements", Acknowledgement, "ladder__athlete", ("ladder", "risk"), "Cautions that were read"),
    Kept(
        "rungs",
        Rung,
        "ladder__athlete",
        ("ladder", "number", "taken_out_at"),
        "Rungs, and those taken out",
        rich=frozenset({"levers"}),
        check=blobs.check_rung,
        most=20_000,
    ),
    Kept("needs", Need, "rung__ladder__athlete", ("rung", "needed"), "Rungs that others need"),
    Kept(
        "thresholds",
        ThresholdRevision,
        "rung__ladder__athlete",
        ("rung", "made_at"),
        "What was asked of each rung, from when on",
    ),
    Kept("moves", Move, "ladder__athlete", ("ladder", "made_at"), "Climbs, stays and steps back, and why"),
    Kept("method_changes", MethodChange, "ladder__athlete", ("ladder", "day"), "New ways of playing a ladder"),
    Kept(
        "trials",
        Trial,
        "rung__ladder__athlete",
        ("rung", "side", "began_at"),
        "Two ways, tried on oneself",
        check=blobs.check_trial,
    ),
    Kept(
        "recipes",
        Routine,
        "athlete",
        ("made_at", "title"),
        "Blocks to repeat, each version of them",
        within={"parts": blobs.routine_parts},
        loose=frozenset({"parts"}),
        check=blobs.check_routine,
    ),
    Kept(
        "sheet_readings",
        SheetReading,
        "athlete",
        ("heading",),
        "How sheets of old scores are read",
        within={"drills": blobs.sheet_drills},
        check=blobs.check_sheet_reading,
    ),
    Kept("windows", Window, "athlete", ("weekday", "start"), "When there is time to practise"),
    Kept("wishes", WeekWish, "athlete", ("kind", "ladder"), "What is wished for every week, first things first"),
    Kept(
        "weeks",
        KeptWeek,
        "athlete",
        ("monday",),
        "Weeks that were arranged, and which wishes gave way",
        within={"why": blobs.gave_way},
        check=blobs.check_week,
    ),
    Kept(
        "blocks",
        Block,
        "athlete",
        ("uid",),
        "Blocks, planned and played, with efforts and notes",
        within={"before": blobs.block_shape},
        check=blobs.check_block,
    ),
    Kept(
        "block_layouts",
        Block.layouts.through,
        "block__athlete",
        ("block", "layout"),
        "Layouts that were put into blocks by hand",
    ),
    Kept(
        "parts",
        Part,
        "block__athlete",
        ("block", "position"),
        "Parts of blocks",
        check=blobs.check_part,
    ),
    Kept("repetitions", Repetition, "block__athlete", ("block",), "Blocks that repeat a recipe"),
    Kept(
        "runs",
        Run,
        "athlete",
        ("id",),
        "Runs, with their tallies, notes and comfort; the deleted ones as well",
        check=blobs.check_run,
    ),
    Kept(
        "events",
        Event,
        "run__athlete",
        ("run", "seq"),
        "What happened in runs, press by press",
        follows="run",
    ),
    Kept(
        "films",
        Film,
        "run__athlete",
        ("run",),
        "Marks and notes on clips of runs; no clip is ever kept",
        check=blobs.check_film,
    ),
    # After the runs: putting those in brings the checks up to date, and here they are as they were.
    Kept("kept_checks", KeptCheck, "ladder__athlete", ("ladder",), "How held rungs are kept"),
)

#: Models of the application that are not in a record, with the reason.
LEFT_OUT: Mapping[str, str] = {
    "accounts.GivenAnswer": "it lets a request be sent twice within a day",
    "accounts.RecoveryCode": _ACCOUNT,
    "custody.SignIn": _ACCOUNT,
    "lookback.RungLooks": _SERVER,
    "packages.Arrival": "a file on its way in",
    "pairing.Pairing": "a connection of two screens that is open now",
    "pairing.WaitingPress": "on its way between two screens",
    "runs.Summary": _SERVER,
    "weeks.CalendarLink": "a secret address of this server",
}

#: The name of each model's table.
NAMES: Mapping[str, str] = {kept.model._meta.label: kept.name for kept in KEPT}
TABLES: Mapping[str, Table] = {kept.name: kept.table(NAMES) for kept in KEPT}
