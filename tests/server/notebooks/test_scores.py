"""A sheet of old scores: looked at as it is mapped, mended, kept as a whole, remembered the next time."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
from django.utils import timezone
from rest_framework.test import APIClient

from accounts.models import Athlete
from jolly_core.errors import CoreError
from jolly_core.notebooks.columns import Columns
from ladders.models import Ladder
from notebooks.services import Choice, keep
from runs.models import Run

pytestmark = pytest.mark.django_db

SHEET = """Date;Drill;Hand;Score;Note
28.4.2026;Putts from the circle;;7/10;calm
29.4.2026;Putts from the circle;;soon;
30.2.2026;Putts from the circle;;8/10;
1.5.2026;Serves;left;12;
1.5.2026;Serves;right;9;wind
2.5.2026;Serves;both;9;
"""


def read(client: APIClient, text: str = SHEET) -> Any:
    return client.post("/api/sheets/", text.encode(), content_type="application/octet-stream").json()


def ask(client: APIClient, path: str, sheet: Any, choices: list[Any] | None = None) -> Any:
    body = {"rows": sheet["rows"], "columns": sheet["columns"], "choices": choices or []}
    return client.post(f"/api/sheets/{path}/", body, format="json")


def test_a_sheet_is_mapped_mended_and_kept(client: APIClient, athlete: Athlete, putting: Ladder) -> None:
    sheet = read(client)
    assert sheet["columns"] | {"day": 0, "score": 3, "drill": 1, "note": 4} == sheet["columns"]
    sheet["columns"]["side"] = 2
    found = ask(client, "look", sheet).json()
    assert [(each["row"], each["column"]) for each in found["wrong"]] == [(2, "score"), (3, "day"), (6, "side")]
    assert found["count"] == 3
    putts, serves = found["choices"]
    assert (putts["rung"], serves["rung"], serves["out_of"], serves["count"]) == (
        putting.rungs.get(number=1).pk,
        None,
        12,
        3,
    )
    refused = ask(client, "scores", sheet)
    assert refused.status_code == 400
    assert [error["loc"] for error in refused.json()["errors"]] == [
        ["rows", 2, "score"],
        ["rows", 3, "day"],
        ["rows", 6, "side"],
    ]
    assert not Run.objects.exists()
    assert Ladder.objects.filter(athlete=athlete).count() == 1
    sheet["rows"][2][3], sheet["rows"][3][0], sheet["rows"][6][2] = "8/10", "30.4.2026", "left"
    assert ask(client, "look", sheet).json()["wrong"] == []
    assert ask(client, "scores", sheet).json() == {"kept": 6}
    made = Ladder.objects.get(athlete=athlete, title="Serves")
    runs = Run.objects.filter(rung__ladder=made).order_by("started_at")
    assert [(run.side, run.makes, run.attempts, run.day.day) for run in runs] == [
        ("first", 12, 12, 1),
        ("second", 9, 12, 1),
        ("first", 9, 12, 2),
    ]
    assert [run.note for run in Run.objects.filter(rung__ladder=putting)] == ["calm", None, None]


def test_the_next_sheet_with_this_heading_is_read_the_same_way(client: APIClient, athlete: Athlete) -> None:
    sheet = read(client, "When;What;Much\n1.5.2026;Serves;7\n")
    assert not sheet["is_remembered"]
    sheet["columns"] |= {"day": 0, "drill": 1, "score": 2}
    ask(client, "scores", sheet, [{"drill": "Serves", "rung": None, "game": "streak", "out_of": 20}])
    rung = Ladder.objects.get(athlete=athlete).rungs.get()
    assert rung.format == "streak"
    again = read(client, "When;What;Much\n2.5.2026;Serves;9\n")
    assert again["is_remembered"]
    assert ask(client, "look", again).json()["choices"][0]["rung"] == rung.pk
    assert ask(client, "scores", again).json() == {"kept": 1}
    assert [run.result.value for run in Run.objects.order_by("day")] == [7, 9]


def test_a_score_that_a_rung_cannot_have_is_named(client: APIClient, putting: Ladder, stranger: Athlete) -> None:
    rows = [("1.5.2026", "11")]
    columns = Columns(has_heading=False)
    rung = putting.rungs.get(number=1).pk
    with pytest.raises(CoreError, match="10"):
        keep(putting.athlete, rows, columns, [Choice("", rung)], timezone.now())
    with pytest.raises(CoreError, match="rung of your own"):
        keep(stranger, rows, columns, [Choice("", rung)], timezone.now())
    assert not Run.objects.exists()


def test_a_side_is_asked_for_where_the_ladder_has_sides(client: APIClient, serving: Ladder) -> None:
    sheet = read(client, "Date,Hand,Score\n2026-05-01,l,7\n2026-05-01,right hand,7\n2026-05-01,,7\n")
    sheet["columns"]["side"] = 1
    rung = serving.rungs.get(number=1).pk
    found = ask(client, "look", sheet, [{"drill": "", "rung": rung, "game": "streak", "out_of": 1}]).json()
    assert found["wrong"] == [{"row": 3, "column": "side", "message": "Say which side: left hand or right hand."}]


def test_hundreds_of_scores_of_a_day_keep_to_that_day(client: APIClient, athlete: Athlete) -> None:
    sheet = read(client, "Date,Score\n" + "2026-05-01,7\n" * 300)
    assert ask(client, "scores", sheet).json() == {"kept": 300}
    assert {run.started_at.date().isoformat() for run in Run.objects.all()} == {"2026-05-01"}


@pytest.mark.parametrize(
    "body", [{"rows": []}, {"rows": [["a"], ["a", "b"]]}, {"rows": [[1]], "columns": {"day": "x"}}]
)
def test_what_is_no_sheet_is_refused(client: APIClient, body: dict[str, Any]) -> None:
    columns = {"day": 0, "score": 1, "drill": -1, "side": -1, "note": -1}
    flags = {"has_heading": False, "is_day_first": True, "is_decimal_comma": False}
    answer = client.post("/api/sheets/look/", {"columns": {**columns, **flags}, **body}, format="json")
    assert answer.status_code == 400


def test_how_far_the_keeping_got_is_seen_from_beside_and_it_can_be_ended(
    client: APIClient, athlete: Athlete, monkeypatch: pytest.MonkeyPatch, settings: Any, tmp_path: Path
) -> None:
    """Ended in its last step, nothing of it is kept: no run, and no ladder."""
    settings.VAR = tmp_path
    monkeypatch.setattr("config.progress.NOTED_EVERY_S", 0)
    seen: list[Any] = []

    def summed_up(*_: Any) -> None:
        seen.append(client.get("/api/sheets/keeping/").json()["share"])
        assert client.delete("/api/sheets/keeping/").status_code == 204

    monkeypatch.setattr("runs.old_results.rebuild_summary", summed_up)
    sheet = read(client, "Date;Drill;Score\n28.4.2026;Serves;7/10\n29.4.2026;Serves;8/10\n")
    answer = ask(client, "scores", sheet)
    assert (answer.status_code, answer.json()["detail"]) == (409, "You ended it. Nothing was kept.")
    assert 0 < seen[0] < 1
    assert not Run.objects.exists()
    assert not Ladder.objects.filter(title="Serves").exists()
    assert client.get("/api/sheets/keeping/").json() == {"share": None}
    # Ended when it was over already, it stays kept.
    monkeypatch.undo()
    assert client.delete("/api/sheets/keeping/").status_code == 204
    assert ask(client, "scores", sheet).json() == {"kept": 2}
