"""Writes the published descriptor anew: `PYTHONPATH=core:server:. python -m tests.server.packages.publish`."""

from __future__ import annotations

import json
import os

import django

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
django.setup()

from tests.server.packages.test_formats import FORMATS, descriptor  # noqa: E402 # after the models

if __name__ == "__main__":
    text = json.dumps(descriptor(), ensure_ascii=False, indent=1)
    (FORMATS / "record.datapackage.json").write_text(f"{text}\n")
