"""Settings from the environment, each with a name that starts with JOLLY_."""

from __future__ import annotations

import os
import secrets
from pathlib import Path


def read_text(name: str, default: str = "") -> str:
    return os.environ.get(f"JOLLY_{name}", default)


def read_flag(name: str) -> bool:
    return read_text(name).lower() in {"1", "true", "yes", "on"}


def read_list(name: str) -> list[str]:
    return [part.strip() for part in read_text(name).split(",") if part.strip()]


def read_secret_key(file: Path) -> str:
    """JOLLY_SECRET_KEY, or else a key of this installation's own, made once and kept in ``file``."""
    if key := read_text("SECRET_KEY"):
        return key
    if not file.exists():
        file.parent.mkdir(parents=True, exist_ok=True)
        handle = os.open(file, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600)
        with os.fdopen(handle, "w") as out:
            out.write(secrets.token_urlsafe(50))
    return file.read_text().strip()
