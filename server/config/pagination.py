"""Lists in pages, none of them without an end."""

from __future__ import annotations

from rest_framework.pagination import LimitOffsetPagination
from rest_framework.request import Request

FURTHEST = 10_000_000


class BoundedPagination(LimitOffsetPagination):
    max_limit = 200

    def get_offset(self, request: Request) -> int:
        """Where to begin; nobody's record is longer than what a number in a database can say."""
        return min(FURTHEST, super().get_offset(request))


class LongPagination(BoundedPagination):
    """Pages of small rows, of which a list may have very many."""

    default_limit = 500
    max_limit = 1000
