"""The settings of the application with passwords that are hashed at once: tests sign up often, and keep no secrets."""

from config.settings import *  # noqa: F403

PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
