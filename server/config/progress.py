"""How far long work got, and the wish to end it: in files, so that every process of a server knows of it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path
from time import monotonic, time

from django.conf import settings

#: Takes how far work got, from 0 to 1.
Tell = Callable[[float], None]
#: Between two notes of how far it got; after so long without one, nobody is at work any more.
NOTED_EVERY_S, GONE_AFTER_S = 0.25, 120.0


def tell_nobody(_share: float) -> None:
    """Nobody asked how far it got."""


class CancelledError(Exception):
    """The athlete does not want it any more."""


@dataclass
class Progress:
    """The files of one piece of work, by its name: how far it got, and whether it is to end."""

    work: str
    _noted_at: float = 0.0

    @property
    def folder(self) -> Path:
        folder = Path(settings.VAR) / "incoming"
        folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        return folder

    @property
    def _share(self) -> Path:
        return self.folder / f"{self.work}.share"

    @property
    def _end(self) -> Path:
        return self.folder / f"{self.work}.end"

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
        """Whether nobody is at work: it is over, was not begun, or the server was ended in the middle of it."""
        try:
            return time() - self._share.stat().st_mtime > GONE_AFTER_S
        except OSError:
            return True

    def end(self) -> None:
        """Ask whoever is at work to end it."""
        self._end.touch()

    def forget(self) -> None:
        """Take its files away."""
        for file in (self._share, self._end):
            file.unlink(missing_ok=True)
