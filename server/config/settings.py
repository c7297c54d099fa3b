"""Django's settings. What differs between installations comes from the environment (see docs/running-it.md)."""

from __future__ import annotations

from pathlib import Path

from csp.constants import NONE, SELF, WASM_UNSAFE_EVAL

from config.database import read_database
from config.env import read_flag, read_list, read_secret_key, read_text

ROOT = Path(__file__).resolve().parents[2]
VAR = Path(read_text("VAR", str(ROOT / "var")))
WEB_BUILD = ROOT / "web" / "dist"
SHELF = ROOT / "shelf"

DEBUG = read_flag("DEBUG")
#: The demo athlete can be entered with one press; never set this where real athletes keep their record.
IS_DEMO = read_flag("DEMO")
IS_HTTPS = read_flag("HTTPS")
SECRET_KEY = read_secret_key(VAR / "secret_key")
ALLOWED_HOSTS = read_list("HOSTS") or ["localhost", "127.0.0.1", "[::1]"]
CSRF_TRUSTED_ORIGINS = read_list("ORIGINS")
#: Where other devices find it, if that is not where the athlete's own browser does.
ADDRESS = read_text("ADDRESS").rstrip("/")

INSTALLED_APPS = [
    "accounts",
    "places",
    "layouts",
    "ladders",
    "blocks",
    "trials",
    "runs",
    "films",
    "pairing",
    "aims",
    "climb",
    "lookback",
    "plan",
    "weeks",
    "notebooks",
    "packages",
    "custody",
    "demo",
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.messages",
    "rest_framework",
    "drf_spectacular",
    "allauth",
    "allauth.account",
    "allauth.headless",
    "csp",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    # Above WhiteNoise, so that the pages it serves carry the policy as well.
    "csp.middleware.CSPMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.contrib.messages.middleware.MessageMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "config.account_answers.AccountAnswersMiddleware",
    "allauth.account.middleware.AccountMiddleware",
    "config.writes.OneWriteAtATimeMiddleware",
]
ROOT_URLCONF = "config.urls"
WSGI_APPLICATION = "config.wsgi.application"
TEMPLATES = [
    {
        "BACKEND": "django.template.backends.django.DjangoTemplates",
        "OPTIONS": {"context_processors": ["django.template.context_processors.request"]},
    }
]

DATABASES = {"default": read_database(read_text("DB", str(VAR / "jolly.sqlite3")), VAR)}
#: Where back-ups are kept, how many and for how long at most, and at what hour the server makes one; "" for never.
BACK_UPS = Path(read_text("BACK_UPS", str(VAR / "back-ups")))
BACK_UPS_KEPT, BACK_UPS_DAYS = int(read_text("BACK_UPS_KEPT", "30")), int(read_text("BACK_UPS_DAYS", "90"))
BACK_UP_AT = read_text("BACK_UP_AT")
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_USER_MODEL = "accounts.Athlete"
AUTHENTICATION_BACKENDS = [
    "accounts.backend.AthleteBackend",
    # Whoever signed in before there was one of our own stays signed in.
    "django.contrib.auth.backends.ModelBackend",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "UserAttributeSimilarityValidator",
        "MinimumLengthValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]
HEADLESS_ONLY = True
HEADLESS_CLIENTS = ("browser",)
ACCOUNT_LOGIN_METHODS = {"username"}
ACCOUNT_SIGNUP_FIELDS = ["username*", "password1*"]
ACCOUNT_EMAIL_VERIFICATION = "none"
ACCOUNT_ADAPTER = "accounts.adapter.AccountAdapter"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 90
#: In the database alone: a session that is ended is ended on every process at once.
SESSION_ENGINE = "config.sessions"

LANGUAGE_CODE = "en-gb"
TIME_ZONE = "UTC"
USE_TZ = True
USE_I18N = False

WHITENOISE_ROOT = WEB_BUILD if WEB_BUILD.is_dir() else None
WHITENOISE_MIMETYPES = {".webmanifest": "application/manifest+json"}


def _is_hashed_asset(path: str, url: str) -> bool:
    """Everything under these has a hash of its contents in its name."""
    return url.startswith(("/assets/", "/rules/"))


WHITENOISE_IMMUTABLE_FILE_TEST = _is_hashed_asset

#: The hash is that of the empty string: emotion opens its style element empty and fills it from script.
EMPTY_STYLE = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"
CONTENT_SECURITY_POLICY = {
    # A policy is a document's: what it loads needs none of its own. A worker's script does: it lies under /rules/.
    "EXCLUDE_URL_PREFIXES": ["/assets/"],
    "DIRECTIVES": {
        "default-src": [SELF],
        # The worker runs the rules as WebAssembly.
        "script-src": [SELF, WASM_UNSAFE_EVAL],
        "style-src": [SELF, EMPTY_STYLE],
        "style-src-attr": ["'unsafe-inline'"],
        "img-src": [SELF, "data:"],
        # Clips of the athlete's own are looked at where they are.
        "media-src": [SELF, "blob:"],
        "object-src": [NONE],
        "base-uri": [SELF],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
    },
}
X_FRAME_OPTIONS = "DENY"
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE_SSL_REDIRECT = IS_HTTPS
SECURE_HSTS_SECONDS = 60 * 60 * 24 * 30 if IS_HTTPS else 0
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if IS_HTTPS else None
CSRF_FAILURE_VIEW = "config.problems.csrf_failure"

REST_FRAMEWORK = {
    "DEFAULT_AUTHENTICATION_CLASSES": ["config.authentication.CookieAuthentication"],
    "DEFAULT_PERMISSION_CLASSES": ["rest_framework.permissions.IsAuthenticated"],
    "DEFAULT_RENDERER_CLASSES": ["rest_framework.renderers.JSONRenderer"],
    "DEFAULT_PARSER_CLASSES": ["config.parsing.StrictJSONParser"],
    "DEFAULT_SCHEMA_CLASS": "config.schema.ProblemAutoSchema",
    "DEFAULT_PAGINATION_CLASS": "config.pagination.BoundedPagination",
    "PAGE_SIZE": 50,
    # The server that we run behind rewrites the address to the client's, where the proxy is trusted.
    "NUM_PROXIES": 0,
    "EXCEPTION_HANDLER": "config.problems.problem_answer",
    "UNAUTHENTICATED_USER": "django.contrib.auth.models.AnonymousUser",
    "TEST_REQUEST_DEFAULT_FORMAT": "json",
}
SPECTACULAR_SETTINGS = {
    "TITLE": "Jolly Ladder",
    "DESCRIPTION": "Plan, practise, look back and climb. Every refusal is a problem+json answer.",
    "VERSION": "1",
    "SERVE_INCLUDE_SCHEMA": False,
    "COMPONENT_SPLIT_REQUEST": True,
    "POSTPROCESSING_HOOKS": [
        "drf_spectacular.hooks.postprocess_schema_enums",
        "config.schema.every_answer_is_whole",
        "config.schema.no_limits_of_columns",
    ],
    "ENUM_NAME_OVERRIDES": {
        "Side": "jolly_core.sides.SIDES",
        "PairId": "jolly_core.sides.PAIRS",
        "Hand": "jolly_core.sides.HANDS",
        "EventKind": "jolly_core.challenges.corrections.STORED_KINDS",
        "VerdictKind": "jolly_core.verdicts.reason.VERDICTS",
        "DecisionKind": "jolly_core.verdicts.reason.DECISIONS",
        "AskKind": "jolly_core.verdicts.asks.ORDER",
        "TrialVerdict": "jolly_core.trials.decision.VERDICTS",
        "PartKind": "plan.api.serializers.KINDS",
        "OwnKindId": "plan.api.own_parts.KINDS",
        "GameForTwoId": "plan.api.own_parts.GAME_IDS",
        "NewLadderGame": "notebooks.services.GAME_IDS",
        "SheetColumn": "jolly_core.notebooks.columns.MEANINGS",
        "HandAction": "jolly_core.pairing.ACTIONS",
    },
}
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    # A request that waits for a thread is no news.
    "loggers": {"waitress.queue": {"level": "ERROR"}},
}
