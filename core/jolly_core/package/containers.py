"""Zips: written so that the same contents give the same bytes, and opened with care.

Whoever sends a zip may mean harm: names that lead out of a folder, links, one name twice, a few bytes that unpack to
gigabytes. Nothing is ever unpacked to a disk; only named members are read, as streams, up to a bound.
"""

from __future__ import annotations

import io
import stat
import zipfile
import zlib
from collections.abc import Iterable, Iterator, Mapping
from types import TracebackType
from typing import IO, BinaryIO, Self, cast

from jolly_core.errors import CoreError

#: Of the zip, of all that it unpacks to, and of one member, in bytes.
MOST_PACKED, MOST_UNPACKED, MOST_OF_ONE = 100_000_000, 1_500_000_000, 1_000_000_000
MOST_MEMBERS = 5_000
#: Sheets of a record pack to a tenth. What packs a thousandfold was made to do harm.
MOST_RATIO, RATIO_FROM = 400, 1_000_000
#: Every member is as old as a zip can say.
OLDEST = (1980, 1, 1, 0, 0, 0)
READABLE = 0o644
_METHODS = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)
_ENCRYPTED = 0x1


def write_container(members: Iterable[tuple[str, Iterable[bytes]]]) -> Iterator[bytes]:
    """A zip, piece by piece as its members are written: nothing of it is kept."""
    out = _Passing()
    with zipfile.ZipFile(cast("IO[bytes]", out), "w", zipfile.ZIP_DEFLATED) as container:
        for name, pieces in members:
            info = zipfile.ZipInfo(name, OLDEST)
            info.compress_type = zipfile.ZIP_DEFLATED
            info.external_attr = (stat.S_IFREG | READABLE) << 16
            with container.open(info, "w", force_zip64=True) as member:
                for piece in pieces:
                    member.write(piece)
                    yield from out.taken()
            yield from out.taken()
    yield from out.taken()


class _Passing(io.RawIOBase):
    """A file that cannot be gone back in: what is written to it is taken away at once."""

    def __init__(self) -> None:
        super().__init__()
        self._waiting: list[bytes] = []

    def writable(self) -> bool:
        return True

    def write(self, data: object) -> int:
        piece = bytes(cast("bytes", data))
        self._waiting.append(piece)
        return len(piece)

    def taken(self) -> Iterator[bytes]:
        waiting, self._waiting = self._waiting, []
        if waiting:
            yield b"".join(waiting)


class Container:
    """A zip that was looked through and means no harm, as far as that can be seen before it is read."""

    def __init__(self, file: BinaryIO) -> None:
        """Raises ``CoreError`` (``not_a_zip``, ``zip_too_large``, ``zip_harmful``) for what is not to be opened."""
        size = file.seek(0, io.SEEK_END)
        if size > MOST_PACKED:
            raise _refuse("zip_too_large", f"The file is larger than {MOST_PACKED // 1_000_000} MB.")
        try:
            self._zip = zipfile.ZipFile(file)
        except (zipfile.BadZipFile, zipfile.LargeZipFile, OSError, ValueError, NotImplementedError):
            raise _refuse("not_a_zip", "This is no zip file, or it was cut off on its way.") from None
        self._members = self._looked_through()

    def __enter__(self) -> Self:
        return self

    def __exit__(self, kind: type[BaseException] | None, error: BaseException | None, at: TracebackType | None) -> None:
        self._zip.close()

    def __contains__(self, name: str) -> bool:
        return name in self._members

    @property
    def names(self) -> tuple[str, ...]:
        return tuple(self._members)

    def open(self, name: str) -> BinaryIO:
        """A member as a stream that ends where the bound is. Raises ``CoreError`` where there is none of that name."""
        if name not in self._members:
            raise _refuse("member_missing", f"The file lacks {name}.")
        return cast("BinaryIO", io.BufferedReader(_Bounded(self._zip, self._members[name])))

    def size(self, name: str) -> int:
        """How many bytes a member unpacks to; 0 where there is none of that name."""
        return self._members[name].file_size if name in self._members else 0

    def read(self, name: str, most: int) -> bytes:
        """All of a small member. Raises ``CoreError`` for one of more bytes than that."""
        with self.open(name) as file:
            data = file.read(most + 1)
        if len(data) > most:
            raise _refuse("member_too_large", f"{name} is larger than {most} bytes.")
        return data

    def _looked_through(self) -> Mapping[str, zipfile.ZipInfo]:
        infos = self._zip.infolist()
        if len(infos) > MOST_MEMBERS:
            raise _refuse("zip_harmful", f"The zip holds more than {MOST_MEMBERS} files.")
        for info in infos:
            if reason := _harm_in(info):
                raise _refuse("zip_harmful", f"The zip is not opened: {info.filename[:80]!r} {reason}.")
        names = [info.filename for info in infos]
        if len({name.casefold() for name in names}) != len(names):
            raise _refuse("zip_harmful", "The zip is not opened: it holds one name twice.")
        if sum(info.file_size for info in infos) > MOST_UNPACKED:
            raise _refuse("zip_harmful", f"The zip would unpack to more than {MOST_UNPACKED // 1_000_000} MB.")
        return {info.filename: info for info in infos if not info.is_dir()}


def _harm_in(info: zipfile.ZipInfo) -> str:
    """Why a member is not to be opened; empty where there is no reason."""
    name, kind = info.filename, stat.S_IFMT(info.external_attr >> 16)
    is_outside = name.startswith("/") or ".." in name.split("/") or "\\" in name or ":" in name
    is_bomb = info.file_size > RATIO_FROM and info.file_size > MOST_RATIO * max(1, info.compress_size)
    reasons = {
        "leads out of its folder": is_outside,
        "is a link, or no plain file": kind not in (0, stat.S_IFREG, stat.S_IFDIR),
        "is locked with a password": info.flag_bits & _ENCRYPTED,
        "is packed in a way that is not read here": info.compress_type not in _METHODS,
        f"is larger than {MOST_OF_ONE // 1_000_000} MB": info.file_size > MOST_OF_ONE,
        f"unpacks to more than {MOST_RATIO} times its size": is_bomb,
    }
    return next((reason for reason, holds in reasons.items() if holds), "")


class _Bounded(io.RawIOBase):
    """A member as it is unpacked: never more of it than it was said to hold."""

    def __init__(self, container: zipfile.ZipFile, info: zipfile.ZipInfo) -> None:
        super().__init__()
        self._name, self._size, self._left = info.filename, info.file_size, info.file_size
        try:
            self._member = container.open(info)
        except (zipfile.BadZipFile, OSError, ValueError, NotImplementedError):
            raise self._damaged() from None

    def readable(self) -> bool:
        return True

    def tell(self) -> int:
        return self._size - self._left

    def readinto(self, buffer: object) -> int:
        view = memoryview(cast("bytearray", buffer))
        try:
            data = self._member.read(len(view))
        except (zipfile.BadZipFile, zlib.error, OSError, EOFError, ValueError):
            raise self._damaged() from None
        self._left -= len(data)
        if self._left < 0:
            raise self._damaged()
        view[: len(data)] = data
        return len(data)

    def close(self) -> None:
        if not self.closed:
            self._member.close()
        super().close()

    def _damaged(self) -> CoreError:
        return _refuse("zip_damaged", f"{self._name} is damaged: it does not unpack to what was packed.")


def _refuse(code: str, message: str) -> CoreError:
    return CoreError.one(code, message, "file")
