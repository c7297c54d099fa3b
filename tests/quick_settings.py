"""The settings of the application with passwords that are hashed at once: tests sign up often, and keep no secrets."""

import os
from pathlib import Path

from config.settings import *  # noqa: F403
from config.settings import WEB_BUILD as BUILT

#: Another build of the application than the one that stands here, where a test has one.
WHITENOISE_ROOT = WEB_BUILD = Path(os.environ.get("JOLLY_WEB") or BUILT)

PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
