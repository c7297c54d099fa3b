"""What stands on the pages of a PDF that the browser printed, as far as its own PDF writer goes (ISO 32000-1, 9.10)."""

from __future__ import annotations

import re
import zlib

SHOWN = re.compile(rb"/(F\d+) [\d.]+ Tf|\[(.*?)\] TJ|<([0-9A-Fa-f]+)> Tj|(ET)", re.S)
HEX = re.compile(rb"<([0-9A-Fa-f]+)>")


def pages_of(pdf: bytes) -> list[str]:
    """The letters of each page, without spaces: where those stand is not said in the file."""
    objects = {int(each[1]): each[2] for each in re.finditer(rb"(\d+) 0 obj\n(.*?)\nendobj", pdf, re.S)}
    letters = {
        number: _letters(_stream(objects[_reference(b"ToUnicode", body)]))
        for number, body in objects.items()
        if b"/ToUnicode" in body
    }
    pages = [body for body in objects.values() if re.search(rb"/Type /Page\b", body) and b"/Contents" in body]
    found = []
    for page in pages:
        fonts = {name: letters.get(int(number), {}) for name, number in re.findall(rb"/(F\d+) (\d+) 0 R", page)}
        found.append(_text(_stream(objects[_reference(b"Contents", page)]), fonts))
    return found


def _reference(name: bytes, body: bytes) -> int:
    found = re.search(rb"/" + name + rb" (\d+) 0 R", body)
    assert found
    return int(found[1])


def _stream(body: bytes) -> bytes:
    begin, length = re.search(rb"stream\r?\n", body), re.search(rb"/Length (\d+)", body)
    assert begin
    assert length
    return zlib.decompress(body[begin.end() : begin.end() + int(length[1])])


def _letters(table: bytes) -> dict[int, str]:
    """The letter of each sign of a font."""
    found = {}
    for block in re.findall(rb"beginbfchar(.*?)endbfchar", table, re.S):
        signs = [bytes.fromhex(each.decode()) for each in HEX.findall(block)]
        found |= {
            int.from_bytes(one): other.decode("utf-16-be") for one, other in zip(signs[::2], signs[1::2], strict=True)
        }
    for block in re.findall(rb"beginbfrange(.*?)endbfrange", table, re.S):
        bounds = [int(each, 16) for each in HEX.findall(block)]
        for first, last, letter in zip(bounds[::3], bounds[1::3], bounds[2::3], strict=True):
            found |= {sign: chr(letter + sign - first) for sign in range(first, last + 1)}
    return found


def _text(drawn: bytes, fonts: dict[bytes, dict[int, str]]) -> str:
    font: dict[int, str] = {}
    text = ""
    for each in SHOWN.finditer(drawn):
        if each[1]:
            font = fonts.get(each[1], {})
        elif not each[4]:
            signs = b"".join(HEX.findall(each[2])) if each[2] else each[3]
            text += "".join(font.get(int(signs[at : at + 4], 16), "") for at in range(0, len(signs), 4))
    return text.replace(" ", "")
