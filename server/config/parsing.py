"""Bodies as JSON, and nothing that JSON can say but a record cannot hold.

Refused here, once for all: other encodings than UTF-8, half of a surrogate pair, control characters, numbers beyond 64
bits, and nesting that no form of ours has.
"""

from __future__ import annotations

import json
from collections.abc import Mapping
from typing import IO, Any

from rest_framework.exceptions import ParseError
from rest_framework.parsers import BaseParser

DEEPEST = 32
LARGEST = 2**63 - 1
#: Digits of a number that could still be one of 64 bits.
MOST_DIGITS = 20
#: Control characters that a text may hold.
ALLOWED = "\t\n\r"


class StrictJSONParser(BaseParser):
    media_type = "application/json"

    def parse(self, stream: IO[bytes], media_type: str | None = None, parser_context: Any = None) -> Any:
        """What the body says. Raises ``ParseError`` with what cannot be."""
        try:
            text = stream.read().decode("utf-8")
            read = json.loads(text, parse_int=_integer, parse_float=_number, parse_constant=_constant)
            check_plain(read)
        except UnicodeDecodeError:
            raise ParseError("The body is not UTF-8.") from None
        except RecursionError:
            raise ParseError("The body is nested too deeply.") from None
        except json.JSONDecodeError as error:
            raise ParseError(f"The body is no JSON: {error.msg} at character {error.pos}.") from None
        return read


def check_plain(value: Any, depth: int = 0) -> None:
    """Raise ``ParseError`` for text and nesting that no record holds."""
    if depth > DEEPEST:
        raise ParseError("The body is nested too deeply.")
    if isinstance(value, str):
        if not is_plain(value):
            raise ParseError("A text has characters that cannot be kept: control signs, or half of a pair.")
    elif isinstance(value, Mapping):
        for name, each in value.items():
            check_plain(name, depth + 1)
            check_plain(each, depth + 1)
    elif isinstance(value, list):
        for each in value:
            check_plain(each, depth + 1)


def is_plain(text: str) -> bool:
    """Whether a text can be kept and written out again."""
    return all(
        (sign >= " " or sign in ALLOWED) and not "\ud800" <= sign <= "\udfff" and sign not in "\ufffe\uffff\x7f"
        for sign in text
    )


def _integer(digits: str) -> int:
    value = int(digits) if len(digits) <= MOST_DIGITS else LARGEST + 1
    if not -LARGEST <= value <= LARGEST:
        raise ParseError("A number in the body is beyond 64 bits.")
    return value


def _number(digits: str) -> float:
    value = float(digits)
    if value in (float("inf"), float("-inf")):
        raise ParseError("A number in the body is too large.")
    return value


def _constant(name: str) -> float:
    raise ParseError(f"{name} is no number.")
