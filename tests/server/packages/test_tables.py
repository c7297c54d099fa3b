"""Nothing of a record is forgotten: every model and field is in a table, or left out with a reason."""

from __future__ import annotations

from django.apps import apps

from accounts.models import Athlete
from packages.exporting import rows_of
from packages.tables import KEPT, LEFT_OUT, TABLES

#: Django's own, and those of its libraries.
FOREIGN = {"account", "admin", "auth", "contenttypes", "sessions"}


def test_every_model_is_kept_or_left_out_with_a_reason() -> None:
    models = {
        model._meta.label
        for model in apps.get_models(include_auto_created=True)
        if model._meta.app_label not in FOREIGN and not model._meta.label.startswith("accounts.Athlete_")
    }
    kept = {each.model._meta.label for each in KEPT}
    assert models == kept | set(LEFT_OUT)
    assert not kept & set(LEFT_OUT)
    assert all(LEFT_OUT.values())


def test_every_field_is_a_column_or_left_out_with_a_reason() -> None:
    for kept in KEPT:
        fields = {field.name for field in kept.model._meta.concrete_fields if not field.primary_key}
        said = {column.name for column in TABLES[kept.name].columns} | set(kept.left_out) | {kept.owner}
        assert fields <= said, kept.name
        assert all(kept.left_out.values())
        linked = {kept.model._meta.get_field(name) for name in kept.identity}
        assert len(linked) == len(kept.identity)


def test_tables_come_after_those_they_refer_to() -> None:
    names = [kept.name for kept in KEPT]
    for place, kept in enumerate(KEPT):
        referred = {column.refers_to for column in TABLES[kept.name].columns if column.refers_to}
        assert referred <= set(names[: place + 1]), kept.name


def test_the_story_of_these_tests_has_something_in_every_table(wren: Athlete) -> None:
    assert [kept.name for kept in KEPT if not rows_of(kept, wren).exists()] == []
