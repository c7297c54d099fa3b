"""Every address: the API, the account paths, and the application for all the rest."""

from __future__ import annotations

from django.conf import settings
from django.urls import URLPattern, URLResolver, include, path, re_path
from drf_spectacular.views import SpectacularAPIView

from config.problems import not_found
from config.web import app_page
from weeks.api.views import subscription

ACCOUNT_PATHS = "config|auth/session|auth/login|auth/signup"

api: list[URLPattern | URLResolver] = [
    path("", include("accounts.api.urls")),
    path("", include("places.api.urls")),
    path("", include("layouts.api.urls")),
    path("", include("ladders.api.urls")),
    path("", include("runs.api.urls")),
    path("", include("films.api.urls")),
    path("", include("pairing.api.urls")),
    path("", include("aims.api.urls")),
    path("", include("climb.api.urls")),
    path("", include("lookback.api.urls")),
    path("", include("plan.api.urls")),
    path("", include("weeks.api.urls")),
    path("", include("notebooks.api.urls")),
    path("", include("packages.api.urls")),
    path("", include("custody.api.urls")),
    path("schema/", SpectacularAPIView.as_view(), name="schema"),
]
if settings.IS_DEMO:
    api.append(path("demo/", include("demo.api.urls")))

urlpatterns = [
    path("api/", include(api)),
    # Of the account paths those that the product uses, and no others.
    re_path(rf"^_allauth/(?!browser/v1/(?:{ACCOUNT_PATHS})$)", not_found),
    path("_allauth/", include("allauth.headless.urls")),
    path("calendar/<str:token>.ics", subscription),
    # Addresses without a dot belong to the application's own router; a file that is missing stays missing.
    re_path(r"^(?!api/|_allauth/|assets/)[^.]*$", app_page),
]
handler404 = "config.problems.not_found"
handler500 = "config.problems.server_error"
