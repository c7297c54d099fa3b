"""Every write of the schema as it is tried: what is sent, and what comes of it."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from uuid import uuid4

from ladders.packs import give_pack
from tests.server.config.world import FAR_DAY, LAYOUT, World
from tests.server.conftest import rung_id
from tests.server.moments import MOMENT
from tests.server.player import events

GAME = {"title": "", "set_up": "", "cues": [], "format": "race", "settings": {}}
#: Writes that only read, and those that sign somebody in.
NO_WRITES = {
    "end_keeping",
    "check_settings",
    "price_threshold",
    "propose_conditions",
    "propose_block",
    "arrange_week",
    "check_move",
    "work_out_layout",
    "mirror_layout",
    "divide_zone",
    "make_pattern",
    "fly_off_wall",
    "fly_over_net",
    "find_body_side",
    "list_orders",
    "preview_pack",
    "offer_first_ladders",
    "enter_demo",
    "recover",
    "read_sheet",
    "look_at_scores",
}
#: Whole plans that are put in place of others, however often: tried in the tests of the week. And the second screen
#: that leaves: tried in the tests of pairings. Files that come in have threads of their own, and accounts their
#: sessions: tried in the tests of packages and of custody.
ELSEWHERE = {
    *("keep_week_terms", "keep_week", "move_block", "add_next_rung", "replan_block", "leave"),
    *("send_record", "take_arrival_in", "leave_arrival"),
    *("change_password", "end_sign_in", "end_other_sign_ins", "leave_account", "keep_account"),
}


Call = tuple[str, str, dict[str, Any]]
#: For each write: what is sent, and by how many rows which table grows, of all four together.
SCORES = {
    "rows": [["Date", "Drill", "Score"], ["2026-05-01", "Serves", "7/10"], ["2026-05-02", "Serves", "8/10"]],
    "columns": {
        **{"day": 0, "drill": 1, "score": 2, "side": -1, "note": -1},
        **{"has_heading": True, "is_day_first": True, "is_decimal_comma": False},
    },
    "choices": [],
}
WRITES: dict[str, tuple[Callable[[World], Call], dict[str, int]]] = {
    "change_settings": (lambda w: ("patch", "athlete/", {"volume": 40}), {}),
    "keep_scores": (
        lambda w: ("post", "sheets/scores/", SCORES),
        {"Ladder": 1, "Rung": 1, "Run": 2, "SheetReading": 1},
    ),
    "plan_block": (
        lambda w: ("post", "blocks/", {"minutes": 20, "ladders": [w.ladder.pk], "day": FAR_DAY}),
        {"Block": 1},
    ),
    "change_block": (lambda w: ("patch", f"blocks/{w.block['id']}/", {"change": "start"}), {}),
    "put_layout_into_block": (lambda w: ("put", f"blocks/{w.block['id']}/layouts/{w.layout['id']}/", {}), {}),
    "take_layout_out_of_block": (lambda w: ("delete", f"blocks/{w.block['id']}/layouts/{w.layout['id']}/", {}), {}),
    "refit_block": (lambda w: ("post", f"blocks/{w.block['id']}/refit/", {"minutes": 20}), {}),
    "take_refit_back": (lambda w: ("delete", f"blocks/{w.block['id']}/refit/", {}), {}),
    "enter_sheet": (
        lambda w: (
            "post",
            f"blocks/{w.block['id']}/sheet/",
            {"minutes": 25, "rows": [{"part": w.part["id"], "runs": [{"makes": 7}]}]},
        ),
        {"Run": 1},
    ),
    "make_calendar_link": (lambda w: ("post", "calendar-link/", {}), {"CalendarLink": 1}),
    "revoke_calendar_link": (lambda w: ("delete", "calendar-link/", {}), {}),
    "acknowledge": (lambda w: ("post", f"ladders/{w.ladder.pk}/acknowledgements/", {"risk": "none"}), {}),
    "decide": (
        lambda w: ("post", f"ladders/{w.ladder.pk}/moves/", {"decision": "climb", "held": 0}),
        {"Move": 1, "KeptCheck": 1},
    ),
    "take_move_back": (lambda w: ("delete", f"ladders/{w.ladder.pk}/moves/", {}), {}),
    "add_rung": (lambda w: ("post", f"ladders/{w.ladder.pk}/rungs/", GAME), {"Rung": 1}),
    "keep_layout": (lambda w: ("post", "layouts/", LAYOUT), {"Layout": 1}),
    "change_layout": (lambda w: ("put", f"layouts/{w.layout['id']}/", LAYOUT), {}),
    "drop_layout": (lambda w: ("delete", f"layouts/{w.layout['id']}/", {}), {}),
    "restore_layout": (lambda w: ("post", f"layouts/{w.layout['id']}/restore/", {}), {}),
    "import_layout": (
        lambda w: (
            "post",
            "layouts/import/",
            {"svg": w.client.get(f"/api/layouts/{w.layout['id']}/file/").content.decode()},
        ),
        {"Layout": 1},
    ),
    "add_limit": (lambda w: ("post", "limits/", {"part": "wrist", "since": FAR_DAY}), {"BodyLimit": 1}),
    "lift_limit": (
        lambda w: ("delete", f"limits/{w.post('limits/', part='knee', side='left', since=FAR_DAY)['id']}/", {}),
        {"BodyLimit": -1},
    ),
    "make_ladder": (
        lambda w: (
            "post",
            "own-ladders/",
            {"title": "Boxes", "discipline": "wall", "summary": "", "rung": GAME},
        ),
        {"Ladder": 1, "Rung": 1},
    ),
    "keep_place": (lambda w: ("post", "places/", {"name": "Tanner's Yard", "offers": ["wall"]}), {"Place": 1}),
    "teach_ear": (
        lambda w: (
            "put",
            f"places/{w.post('places/', name='Old Dairy hall', offers=[])['id']}/ear/",
            {"sensitivity": 1.2, "hits": [[20.5, 11]], "others": [], "cut": None},
        ),
        {},
    ),
    "drop_place": (
        lambda w: ("delete", f"places/{w.post('places/', name='Old Dairy hall', offers=[])['id']}/", {}),
        {"Place": -1},
    ),
    "start_quick_run": (
        lambda w: ("put", f"quick-runs/{uuid4()}/", {"game": "count", "started_at": MOMENT.isoformat()}),
        {"Ladder": 1, "Run": 1},
    ),
    "keep_routine": (
        lambda w: ("post", "routines/", {"block": w.block["id"], "title": "Monday"}),
        {"Routine": 1, "Repetition": 1},
    ),
    "repeat_routine": (
        lambda w: (
            "post",
            f"routines/{w.post('routines/', block=w.block['id'], title='Monday')['id']}/",
            {"day": FAR_DAY},
        ),
        {"Block": 1},
    ),
    "set_rhythm": (
        lambda w: (
            "patch",
            f"routines/{w.post('routines/', block=w.block['id'], title='Monday')['id']}/",
            {"every_days": 182},
        ),
        {},
    ),
    "drop_routine": (
        lambda w: ("delete", f"routines/{w.post('routines/', block=w.block['id'], title='Monday')['id']}/", {}),
        {"Routine": -1, "Repetition": -1},
    ),
    "write_table": (
        lambda w: (
            "put",
            f"ladders/{w.ladder.pk}/table/",
            {"rows": [{"rung": None, "title": "", "levers": [], "format": "race", "settings": {}, "mark": None}]},
        ),
        {"Rung": 1, "ThresholdRevision": 1},
    ),
    "write_card": (lambda w: ("put", f"rungs/{w.rung}/card/", {"card": {"beat": {"bpm": 60}}}), {}),
    "keep_body_side": (
        lambda w: ("put", "body-sides/", {"trait": "turn", "tries": ["left"], "discipline": "", "way": "left"}),
        {"BodySide": 1},
    ),
    "add_lever_rung": (
        lambda w: ("post", f"rungs/{w.tried()}/lever-rungs/", {"lever": "distance", "what_for": "between"}),
        {"Rung": 1, "ThresholdRevision": 1},
    ),
    "describe_ladder": (
        lambda w: ("put", f"ladders/{w.ladder.pk}/words/", {"title": "Putts", "discipline": "discs", "summary": ""}),
        {},
    ),
    "set_needs": (
        lambda w: ("put", f"rungs/{rung_id(w.ladder, 3)}/needs/", {"needs": [{"rung": w.rung, "is_must": True}]}),
        {"Need": 1},
    ),
    "say_body": (
        lambda w: (
            "put",
            f"ladders/{w.ladder.pk}/body/",
            {"regions": ["knee"], "actions": [], "risks": [], "counts": None, "effort": "easy"},
        ),
        {},
    ),
    "set_visits": (lambda w: ("put", f"ladders/{w.ladder.pk}/visits/", {"from_rung_one": True}), {}),
    "archive_ladder": (lambda w: ("put", f"ladders/{w.ladder.pk}/archived/", {"is_archived": True}), {}),
    "copy_rung": (lambda w: ("post", f"rungs/{w.rung}/copy/", {}), {"Rung": 1, "ThresholdRevision": 1}),
    "move_rung": (lambda w: ("put", f"rungs/{w.rung}/number/", {"number": 3}), {}),
    "take_out_rung": (lambda w: ("delete", f"rungs/{w.rung}/", {}), {"Rung": -1}),
    "bring_back_rung": (lambda w: ("post", f"rungs/{w.without(w.rung)}/bring-back/", {}), {"Rung": 1}),
    "change_challenge": (lambda w: ("put", f"rungs/{w.rung}/challenge/", GAME), {}),
    "attach_layout": (lambda w: ("put", f"rungs/{w.rung}/layout/", {"layout": w.layout["id"]}), {}),
    "change_threshold": (
        lambda w: (
            "put",
            f"rungs/{w.rung}/threshold/",
            {
                "metric": "makes",
                "mark": 7,
                "conditions": {"at_the_mark": {"reached": 2, "of_last": 3, "days": 1}, "proof": {}},
                "each_side": False,
                "floor": None,
                "floor_runs": 3,
            },
        ),
        {"ThresholdRevision": 1},
    ),
    "start_run": (
        lambda w: (
            "put",
            f"runs/{uuid4()}/",
            {"rung": w.rung, "side": "none", "started_at": MOMENT.isoformat(), "part": None},
        ),
        {"Run": 1},
    ),
    "record_events": (
        lambda w: ("post", f"runs/{w.player.start(w.rung)}/events/", {"events": events("oox")}),
        {"Event": 3},
    ),
    "open_pairing": (lambda w: ("post", f"runs/{w.player.start(w.rung)}/pairing/", {}), {"Pairing": 1}),
    "go_along": (
        lambda w: (
            "put",
            f"runs/{w.paired()[0]}/pairing/",
            {"taken": 0, "is_playing": True, "answer": "v=0", "answer_to": 1},
        ),
        {},
    ),
    "end_pairing": (lambda w: ("delete", f"runs/{w.paired()[0]}/pairing/", {}), {"Pairing": -1}),
    "come_in": (lambda w: ("post", "hand/", {"code": w.paired()[1]}), {}),
    "hand_in": (lambda w: ("put", "hand/", w.pressing()), {}),
    "attach_run": (lambda w: ("put", f"runs/{w.quick()}/rung/", {"rung": w.rung, "side": "none"}), {}),
    "say_comfort": (lambda w: ("put", f"runs/{w.player.putts(w.rung, 5)}/comfort/", {"comfort": 4}), {}),
    "set_school": (
        lambda w: ("put", f"ladders/{w.ladder.pk}/school/", {"school": "prove_it"}),
        {"ThresholdRevision": 5},
    ),
    "delete_run": (lambda w: ("delete", f"runs/{w.player.putts(w.rung, 5)}/", {}), {"Run": -1}),
    "restore_run": (lambda w: ("put", f"runs/{w.deleted()}/restored/", {}), {"Run": 1}),
    "describe_run": (
        lambda w: ("put", f"runs/{w.player.putts(w.rung, 5)}/described/", {"note": "windy", "tags": ["evening"]}),
        {},
    ),
    "correct_run": (
        lambda w: (
            "put",
            f"runs/{w.player.putts(w.rung, 5)}/corrections/{uuid4()}/",
            {"seq": 1, "change": "was", "kind": "miss"},
        ),
        {"Event": 1},
    ),
    "take_heard": (
        lambda w: ("put", f"runs/{w.caught()}/heard/{uuid4()}/", {"hits_ms": [500, 900], "gap_ms": 1500}),
        {"Event": 1},
    ),
    "keep_film": (
        lambda w: (
            "put",
            f"runs/{w.player.putts(w.rung, 5)}/film/",
            {"clips": [], "marks": [], "drawn": [], "reps": [{"felt": True}], "note": ""},
        ),
        {"Film": 1},
    ),
    "put_in_harder": (
        lambda w: ("post", f"rungs/{w.fed()}/feeder/harder/", {"lever": "less regular"}),
        {"Rung": 1, "ThresholdRevision": 1},
    ),
    "keep_old_results": (
        lambda w: (
            "post",
            "old-results/",
            {"rows": [{"day": "2025-05-01", "rung": w.rung, "side": "none", "value": 7}]},
        ),
        {"Run": 1},
    ),
    "mark_change": (
        lambda w: ("post", f"ladders/{w.ladder.pk}/method-changes/", {"day": "2026-05-01", "words": "new grip"}),
        {"MethodChange": 1},
    ),
    "drop_change": (
        lambda w: (
            "delete",
            f"method-changes/{w.post(f'ladders/{w.ladder.pk}/method-changes/', day='2026-05-01', words='grip')['id']}/",
            {},
        ),
        {"MethodChange": -1},
    ),
    "begin_trial": (
        lambda w: ("post", f"rungs/{w.rung}/trials/", {"first": "old grip", "second": "new grip", "runs": 12}),
        {"Trial": 1},
    ),
    "end_trial": (lambda w: ("delete", f"trials/{w.trying()}/", {}), {}),
    "set_run_aside": (lambda w: ("put", f"runs/{w.player.putts(w.rung, 5)}/set-aside/", {"reason": "Wind"}), {}),
    "take_run_back": (lambda w: ("delete", f"runs/{w.player.putts(w.rung, 5)}/set-aside/", {}), {}),
    "finish_part": (lambda w: ("post", f"parts/{w.started().part['id']}/done/", {}), {}),
    "drop_part": (lambda w: ("put", f"parts/{w.started().part['id']}/dropped/", {}), {}),
    "take_part_back": (lambda w: ("delete", f"parts/{w.started().part['id']}/dropped/", {}), {}),
    "keep_presses": (lambda w: ("put", f"parts/{w.with_partner()}/presses/", {"presses": "ab", "before": ""}), {}),
    "extend_part": (lambda w: ("post", f"parts/{w.started().part['id']}/more/", {}), {}),
    "make_recovery_codes": (lambda w: ("post", "recovery-codes/", {}), {"RecoveryCode": 6}),
    "take_ladder": (lambda w: ("post", "shelf/serve-to-box/take/", {}), {"Ladder": 1}),
    "refresh_ladder": (lambda w: ("post", f"ladders/{w.ladder.pk}/refresh/", {}), {}),
    "take_pack": (lambda w: ("post", "packs/", {"pack": give_pack(w.athlete, w.ladder.pk)}), {"Ladder": 1}),
    "plan_first_block": (
        lambda w: (
            "post",
            "first-block/",
            {"ladders": ["free-throws", "rope-row"], "minutes": 30, "handedness": "left", "spared": ["neck"]},
        ),
        {"Ladder": 2, "Block": 1, "BodyLimit": 1},
    ),
}
