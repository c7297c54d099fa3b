"""Finding one row of somebody's, or saying in the core's own words that there is none."""

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
