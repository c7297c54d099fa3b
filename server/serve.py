"""Serves the application with waitress and prints the address to open."""

from __future__ import annotations

import argparse
import gc
import os
import sys


def main() -> None:
    parser = argparse.ArgumentParser(description="Serve Jolly Ladder.")
    parser.add_argument("--host", default=os.environ.get("JOLLY_BIND", "127.0.0.1"))
    parser.add_argument("--port", type=int, default=8000)
    parser.add_argument("--threads", type=int, default=4)
    given = parser.parse_args()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    from waitress import create_server

    from config.wsgi import application

    try:
        server = create_server(application, host=given.host, port=given.port, threads=given.threads)
    except OSError as error:
        sys.exit(f"Port {given.port} cannot be used ({error.strerror}); choose another, as in: make demo PORT=8010")
    # What has been loaded stays: looking through it for garbage would hold up a press now and then.
    gc.collect()
    gc.freeze()
    print(f"Jolly Ladder is ready: open http://{given.host}:{given.port}/ (Ctrl+C stops it)", flush=True)
    server.run()


if __name__ == "__main__":
    main()
