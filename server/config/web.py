"""The application's page, for every address that its own router knows."""

from __future__ import annotations

from functools import cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

NOT_BUILT = "The application is not built yet: run `make build`.\n"


@cache
def _page() -> str | None:
    index = settings.WEB_BUILD / "index.html"
    if not index.is_file():
        return None
    # The page has to know before its first request whether the demo's way in exists.
    return str(index.read_text()).replace('data-demo="no"', f'data-demo="{"yes" if settings.IS_DEMO else "no"}"')


@never_cache
@require_safe
def app_page(request: HttpRequest) -> HttpResponse:
    page = _page()
    if page is None:
        return HttpResponse(NOT_BUILT, status=503, content_type="text/plain")
    return HttpResponse(page)
