"""Counts the hits of a recording: ``python -m jolly_core.ear FILE.wav`` prints their times in seconds, as JSON."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path

from jolly_core.ear.listening import listen
from jolly_core.errors import CoreError


def main(arguments: list[str] | None = None) -> int:
    parser = argparse.ArgumentParser(prog="python -m jolly_core.ear", description="Counts the hits of a recording.")
    parser.add_argument("recording", type=Path, metavar="FILE.wav")
    asked = parser.parse_args(arguments)
    try:
        with asked.recording.open("rb") as file:
            heard = listen(file)
    except (OSError, CoreError) as error:
        words = error.strerror if isinstance(error, OSError) else error
        sys.stderr.write(f"{asked.recording}: {words}\n")
        return 1
    json.dump({"hits": [round(hit.seconds, 3) for hit in heard.hits]}, sys.stdout)
    sys.stdout.write("\n")
    return 0


if __name__ == "__main__":
    sys.exit(main())
