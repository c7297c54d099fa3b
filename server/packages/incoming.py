"""A file that comes in, beside the notes of how far the work at it got."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import BinaryIO
from uuid import UUID

from config.progress import Progress
from jolly_core.errors import CoreError
from jolly_core.package.containers import MOST_PACKED


class Incoming(Progress):
    """What came in under an id, and the work at it."""

    def __init__(self, arrival: UUID) -> None:
        super().__init__(str(arrival))

    @property
    def file(self) -> Path:
        """What came in."""
        return self.folder / f"{self.work}.file"

    def keep(self, pieces: Iterator[bytes]) -> None:
        """Write down what comes in. Raises ``CoreError`` (``zip_too_large``) where that is more than there may be."""
        size = 0
        with self.file.open("xb") as out:
            for piece in pieces:
                size += len(piece)
                if size > MOST_PACKED:
                    message = f"The file is larger than {MOST_PACKED // 1_000_000} MB."
                    raise CoreError.one("zip_too_large", message, "file")
                out.write(piece)

    def open(self) -> BinaryIO:
        return self.file.open("rb")

    def forget(self) -> None:
        """Take all of its files away."""
        super().forget()
        self.file.unlink(missing_ok=True)
