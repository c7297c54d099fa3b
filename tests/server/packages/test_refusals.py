"""A file that does not fit changes nothing, and says where it does not."""

from __future__ import annotations

from collections.abc import Callable

import pytest

from accounts.models import Athlete
from jolly_core.errors import CoreError
from packages.importing import take_record
from packages.tables import KEPT
from tests.server.packages.records import changed, members, open_record, packed

pytestmark = pytest.mark.django_db


def first_row(change: Callable[[bytes], bytes]) -> Callable[[bytes], bytes]:
    """Change the first row below the heading."""

    def changed_sheet(data: bytes) -> bytes:
        heading, row, *rest = data.split(b"\r\n")
        return b"\r\n".join([heading, change(row), *rest])

    return changed_sheet


def twice(data: bytes) -> bytes:
    heading, *rows = data.rstrip(b"\r\n").split(b"\r\n")
    return b"\r\n".join([heading, *rows, rows[-1], b""])


CASES = {
    "a number twice": ("rungs", twice, "column id is there twice"),
    "a rung of no ladder": ("rungs", first_row(lambda row: row.replace(b"1,1,1", b"1,99,1", 1)), "column ladder means"),
    "a rung that needs a later table": ("needs", first_row(lambda _: b"1,1,900,true"), "means a row of rungs"),
    "a recipe before itself": (
        "recipes",
        lambda data: data.replace(b",0,1,,", b",0,1,2,", 1),
        "column before means a row of recipes that is not there before it",
    ),
    "a recipe of a ladder that is not there": (
        "recipes",
        lambda data: data.replace(b'""ladder"":1', b'""ladder"":77', 1),
        "cannot be read: it means row 77 of ladders",
    ),
    "an unknown game": ("rungs", lambda data: data.replace(b"makes_of_n", b"makes_of_x", 1), "cannot be read"),
    "settings of another kind": (
        "rungs",
        lambda data: data.replace(b'""attempts"":10', b'""attempts"":[]', 1),
        "cannot be",
    ),
    "a tally of another game": (
        "runs",
        lambda data: data.replace(b'""format"":""makes_of_n""', b'""format"":""streak""', 1),
        "cannot be read",
    ),
    "a tally that is none": (
        "runs",
        lambda data: data.replace(b'""detail"":{', b'""detail"":7,""x"":{', 1),
        "cannot be read",
    ),
    "a threshold by no metric": (
        "thresholds",
        lambda data: data.replace(b'""metric"":""makes""', b'""metric"":""joy""', 1),
        "cannot be read",
    ),
    "a word for a number": (
        "blocks",
        lambda data: data.replace(b",30,18:00:00,", b",half,18:00:00,"),
        "minutes must be",
    ),
    "a status that there is not": ("blocks", lambda data: data.replace(b",planned,", b",eaten,"), "must be one of"),
    "a zone of no name": (
        "layouts",
        lambda data: data.replace(b'""kind"":""rectangle""', b'""kind"":""blob""'),
        "cannot be",
    ),
    "a place without a size": (
        "places",
        lambda data: data.replace(b'""width_m"":4.2', b'""width_m"":-1'),
        "cannot be read",
    ),
    "an ear of no kind": (
        "places",
        lambda data: data.replace(b"Yard,", b"Yard,", 1).replace(b",\r\n", b',"{""hits"":7}"\r\n'),
        "cannot",
    ),
    "a metric that is no number": (
        "runs",
        lambda data: data.replace(b'"{""makes"":7', b'"{""makes"":{}', 1),
        "a metric is no number",
    ),
    "reasons that are no texts": (
        "moves",
        lambda data: data.replace(b'"[""8 of 10""]"', b'"[{}]"', 1),
        "must be a list of texts",
    ),
    "events of no run": (
        "events",
        first_row(lambda row: b"00000000-0000-4000-8000-000000000000" + row[36:]),
        "means a row of runs",
    ),
    "text in another alphabet": ("blocks", lambda data: data.decode().encode("utf-16"), "is not in UTF-8"),
}


@pytest.mark.parametrize(("table", "change", "words"), CASES.values(), ids=CASES)
def test_a_file_that_does_not_fit_is_refused_and_changes_nothing(
    package: bytes, stranger: Athlete, table: str, change: Callable[[bytes], bytes], words: str
) -> None:
    path, before = f"data/{table}.csv", packed(stranger)
    broken = changed(package, path, change)
    assert members(broken, with_ids=True)[path] != members(package, with_ids=True)[path], "the case changes nothing"
    with pytest.raises(CoreError) as refused:
        take_record(stranger, open_record(broken))
    assert path in str(refused.value)
    assert words in str(refused.value)
    assert packed(stranger) == before


def test_all_that_is_wrong_with_a_table_is_said_up_to_twenty(package: bytes, stranger: Athlete) -> None:
    broken = changed(package, "data/events.csv", lambda data: data.replace(b",make,", b",make,x"))
    with pytest.raises(CoreError) as refused:
        take_record(stranger, open_record(broken))
    assert len(refused.value.problems) == 20
    assert len({problem.path for problem in refused.value.problems}) == 20


def test_a_rung_that_nothing_is_asked_of_is_named_where_it_stands(package: bytes, stranger: Athlete) -> None:
    broken = changed(package, "data/thresholds.csv", lambda data: data[: data.index(b"\r\n") + 2])
    with pytest.raises(CoreError, match=r"data/rungs\.csv, line 2: has no threshold"):
        take_record(stranger, open_record(broken))


def test_rungs_that_need_each_other_are_refused(package: bytes, stranger: Athlete) -> None:
    circle = changed(package, "data/needs.csv", lambda data: data + b"2,1,2,true\r\n")
    with pytest.raises(CoreError) as refused:
        take_record(stranger, open_record(circle))
    assert refused.value.code == "needs_in_a_circle"


@pytest.mark.parametrize("last", [kept.name for kept in KEPT if kept.name != "settings"])
def test_what_fails_half_way_leaves_nothing(
    package: bytes, stranger: Athlete, monkeypatch: pytest.MonkeyPatch, last: str
) -> None:
    """Interrupted after any table: the account is as it was."""
    model = next(kept.model for kept in KEPT if kept.name == last)
    before = packed(stranger)

    def fail(*_args: object, **_options: object) -> None:
        raise OSError("the disk is full")

    monkeypatch.setattr(type(model._base_manager.all()), "bulk_create", fail)
    monkeypatch.setattr("packages.importing.rebuild_summary", fail)
    known = Athlete.objects.count()
    with pytest.raises(OSError, match="disk is full"):
        take_record(stranger, open_record(package))
    assert packed(stranger) == before
    assert Athlete.objects.count() == known


def test_an_end_in_the_middle_leaves_nothing(package: bytes, stranger: Athlete) -> None:
    """Whoever hears of the progress may end it, at any share of it."""
    before = packed(stranger)
    for share in (0.1, 0.4, 0.6, 0.8):

        def tell(done: float, share: float = share) -> None:
            if done >= share:
                raise KeyboardInterrupt

        known = Athlete.objects.count()
        with pytest.raises(KeyboardInterrupt):
            take_record(stranger, open_record(package), tell=tell)
        assert packed(stranger) == before
        assert Athlete.objects.count() == known
