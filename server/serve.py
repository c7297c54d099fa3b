"""Serves the application with waitress and prints the address to open."""

from __future__ import annotations

import argparse
import gc
import os
import sys
from threading import Timer
from typing import Any

#: After this long idle connections are closed; the most connections at a time.
CHANNEL_TIMEOUT_S, MOST_CONNECTIONS = 30, 200
WARM_AFTER_S = 4


def doors() -> dict[str, Any]:
    """How connections are let in. Behind HTTPS the proxy is believed what it says of client and scheme, nobody else."""
    from config.env import read_flag, read_text

    settings: dict[str, Any] = {"channel_timeout": CHANNEL_TIMEOUT_S, "connection_limit": MOST_CONNECTIONS}
    if read_flag("HTTPS"):
        settings |= {
            "trusted_proxy": read_text("PROXY", "127.0.0.1"),
            "trusted_proxy_count": 1,
            "trusted_proxy_headers": {"x-forwarded-for", "x-forwarded-proto"},
            "clear_untrusted_proxy_headers": True,
        }
    return settings


def cannot_serve() -> str:
    """Why the database cannot be served from, in a sentence; empty where it can."""
    from django.conf import settings
    from django.db import DatabaseError, connection
    from django.db.migrations.executor import MigrationExecutor

    from config.database import check_writable

    name = settings.DATABASES["default"]["NAME"]
    try:
        executor = MigrationExecutor(connection)
        if executor.migration_plan(executor.loader.graph.leaf_nodes()):
            return f"The database {name} is not up to date: run `make serve`, or `manage.py migrate`, first."
        check_writable(connection)
    except DatabaseError as error:
        return f"The database {name} cannot be written to ({error}): check the file, its folder and who owns them."
    finally:
        connection.close()
    return ""


def warm_up() -> None:
    from jolly_core.aim.spread import preload

    preload()
    keep_loaded()


def keep_loaded() -> None:
    """Leave what has been loaded out of the search for garbage, which would hold up a press now and then."""
    gc.collect()
    gc.freeze()
    # A plan makes thousands of objects that nothing keeps: looking through them for circles again and again costs more.
    gc.set_threshold(20_000, 10, 10)


def start_chores() -> str:
    """Have the server do what is due from time to time; why it cannot, in a sentence, or nothing."""
    from django.conf import settings

    from custody import chores

    try:
        chores.read_hour(settings.BACK_UP_AT)
    except ValueError:
        return f"JOLLY_BACK_UP_AT={settings.BACK_UP_AT} is no hour; write it as in JOLLY_BACK_UP_AT=03:30."
    chores.start()
    return ""


def main() -> None:
    parser = argparse.ArgumentParser(description="Serve Jolly Ladder.")
    parser.add_argument("--host", default=os.environ.get("JOLLY_BIND", "127.0.0.1"))
    parser.add_argument("--port", type=int, default=8000)
    parser.add_argument("--threads", type=int, default=4)
    given = parser.parse_args()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    # What this process writes is its user's alone: the database holds people's records.
    os.umask(0o077)
    from django.conf import settings
    from waitress import create_server

    from config.wsgi import application

    if words := cannot_serve():
        sys.exit(words)
    try:
        server = create_server(application, host=given.host, port=given.port, threads=given.threads, **doors())
    except OSError as error:
        sys.exit(f"Port {given.port} cannot be used ({error.strerror}); choose another, as in: make demo PORT=8010")
    # What takes long to import is imported once the first pages are out.
    warming = Timer(WARM_AFTER_S, warm_up)
    warming.daemon = True
    warming.start()
    if words := start_chores():
        sys.exit(words)
    keep_loaded()
    address = settings.ADDRESS or f"http://{given.host}:{given.port}"
    print(f"Jolly Ladder is ready: open {address}/ (Ctrl+C stops it)", flush=True)
    server.run()


if __name__ == "__main__":
    main()
