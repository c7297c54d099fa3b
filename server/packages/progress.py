"""How far long work got, and the wish to end it: in files, so that every process of a server knows of it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from time import monotonic, time
from typing import BinaryIO
from uuid import UUID

from django.conf import settings

from jolly_core.errors import CoreError
from jolly_core.package.containers import MOST_PACKED

#: Between two notes of how far it got; after so long without one, nobody is at work any more.
NOTED_EVERY_S, GONE_AFTER_S = 0.25, 120.0


class CancelledError(Exception):
    """The athlete does not want it any more."""


@dataclass
class Progress:
    """The files of one piece of work: what came in, how far it got, and whether it is to end."""

    work: UUID
    _noted_at: float = 0.0

    @property
    def _folder(self) -> Path:
        folder = Path(settings.VAR) / "incoming"
        folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        return folder

    @property
    def file(self) -> Path:
        """What came in."""
        return self._folder / f"{self.work}.file"

    @property
    def _share(self) -> Path:
        return self._folder / f"{self.work}.share"

    @property
    def _end(self) -> Path:
        return self._folder / f"{self.work}.end"

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

    def begin(self) -> None:
        """From now on somebody is at work."""
        self._end.unlink(missing_ok=True)
        self._share.write_text("0")

    def tell(self, share: float) -> None:
        """Note how far it got, from 0 to 1. Raises ``CancelledError`` where it is to end."""
        if monotonic() - self._noted_at < NOTED_EVERY_S:
            return
        self._noted_at = monotonic()
        if self._end.exists():
            raise CancelledError
        self._share.write_text(f"{share:.4f}")

    @property
    def share(self) -> float:
        """How far it got; 0 before it began."""
        try:
            return float(self._share.read_text() or 0)
        except (OSError, ValueError):
            return 0.0

    @property
    def is_left(self) -> bool:
        """Whether nobody is at work any more: the server was ended in the middle of it."""
        try:
            return time() - self._share.stat().st_mtime > GONE_AFTER_S
        except OSError:
            return True

    def end(self) -> None:
        """Ask whoever is at work to end it."""
        self._end.touch()

    def forget(self) -> None:
        """Take all of its files away."""
        for file in (self.file, self._share, self._end):
            file.unlink(missing_ok=True)
