"""Counts the hits of a recording: ``python -m jolly_core.ear FILE.wav`` prints their times in seconds, as JSON.

With ``--mode racket`` those alone that are of the kind that opens rallies: one's own, not those of the floor or a wall.
"""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path

from jolly_core.ear.kinds import own_hits
from jolly_core.ear.listening import listen
from jolly_core.errors import CoreError


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(prog="python -m jolly_core.ear", description="Counts the hits of a recording.")
    parser.add_argument("recording", type=Path, metavar="FILE.wav")
    parser.add_argument("--mode", choices=("all", "racket"), default="all", help="all hits, or one's own only")
    asked = parser.parse_args(arguments)
    try:
        with asked.recording.open("rb") as file:
            hits = listen(file).hits
    except (OSError, CoreError) as error:
        words = error.strerror if isinstance(error, OSError) else error
        sys.stderr.write(f"{asked.recording}: {words}\n")
        return 1
    if asked.mode == "racket":
        hits = tuple(own_hits(hits))
    json.dump({"hits": [round(hit.seconds, 3) for hit in hits]}, sys.stdout)
    sys.stdout.write("\n")
    return 0


if __name__ == "__main__":
    sys.exit(main())
