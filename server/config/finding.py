"""Finding one row of somebody's, to read it or to change it, or saying in the core's own words that there is none."""

from __future__ import annotations

from typing import Any, TypeVar

from django.core.exceptions import ObjectDoesNotExist
from django.db.models import Model, QuerySet

from jolly_core.errors import NotFound

Row = TypeVar("Row", bound=Model)


def find_one(rows: QuerySet[Row], **lookup: Any) -> Row:
    """The one row that it leads to. Raises ``NotFound`` where there is none."""
    try:
        return rows.get(**lookup)
    except ObjectDoesNotExist:
        raise NotFound from None


def lock_one(rows: QuerySet[Row], **lookup: Any) -> Row:
    """The one row that it leads to, locked until the transaction ends, where the database locks rows.

    Raises ``NotFound`` where there is none.
    """
    return find_one(rows.select_for_update(of=("self",)), **lookup)
