"""A request of somebody who is signed in: what every view of the API works with."""

from __future__ import annotations

from typing import TYPE_CHECKING

from rest_framework.request import Request as AnyRequest

if TYPE_CHECKING:
    from accounts.models import Athlete

    class Request(AnyRequest):
        user: Athlete

else:
    Request = AnyRequest
