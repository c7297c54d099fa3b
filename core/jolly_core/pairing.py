"""A second screen that presses for the court: the code that lets it in, and each of its presses taken once."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from ipaddress import ip_address
from urllib.parse import urlsplit

from jolly_core.challenges.events import LONGEST_NOTE
from jolly_core.errors import CoreError, Problem
from jolly_core.validation import check_choice, check_integer

#: Letters and digits that are not taken for one another when they are read off a screen from some metres away.
ALPHABET = "ACDEFHJKLMNPQRTUVWXY3479"
CODE_LENGTH = 6
#: For so long a code lets somebody in; who came in stays for a day's practice at most.
CODE_LASTS_S = 10 * 60
PAIRING_LASTS_S = 12 * 60 * 60
#: What a second screen can press: what becomes an event of the run, the start of its count-in, the end of a rest.
ACTIONS = ("make", "miss", "zone", "let", "undo", "pause", "resume", "finish", "start", "skip_rest")
#: As many presses may wait to be taken; a run of minutes with no court in sight is over.
MOST_WAITING = 200
LARGEST_NUMBER = 1_000_000
LONGEST_GAP_MS = 10_000


@dataclass(frozen=True)
class HandPress:
    """A press of the second screen: ``number`` counts up from 1 on that screen, ``id`` becomes the event's id.

    ``run`` is the run that stood on that screen when it was pressed: what was meant for another counts for none.
    ``age_ms`` is for how long it has been waiting there, ``gap_ms`` how long after the press before it came (at most
    ``LONGEST_GAP_MS``): on their ways two presses draw nearer to each other or apart.
    """

    number: int
    id: str
    run: str
    action: str
    text: str = ""
    age_ms: int = 0
    gap_ms: int = 0


def make_code(choose: Callable[[str], str]) -> str:
    """A new code; ``choose`` draws one letter of those it is given.

    >>> make_code(lambda letters: letters[0])
    'AAAAAA'
    """
    return "".join(choose(ALPHABET) for _ in range(CODE_LENGTH))


def read_code(typed: str) -> str:
    """A code as it is kept, however it was typed. Raises ``CoreError`` (``bad_code``) for what cannot be one.

    >>> read_code(" kt4-9wx ")
    'KT49WX'
    """
    code = "".join(each for each in typed.upper() if each.isalnum())
    if len(code) != CODE_LENGTH or any(each not in ALPHABET for each in code):
        message = f"A code is {CODE_LENGTH} letters and digits; read it off the court once more."
        raise CoreError.one("bad_code", message, "code", value=typed, allowed=ALPHABET)
    return code


def read_presses(given: Sequence[HandPress]) -> tuple[HandPress, ...]:
    """Presses in the order of their numbers, checked.

    Raises ``CoreError`` by their place in the list: ``out_of_range``, ``not_a_choice``, ``bad_text``, ``number_twice``.
    """
    if len(given) > MOST_WAITING:
        message = f"At most {MOST_WAITING} presses may wait; see whether the court is still open."
        raise CoreError.one("too_many", message, "presses", value=len(given), allowed=MOST_WAITING)
    problems = [each.under("presses", place) for place, press in enumerate(given) for each in _problems_of(press)]
    if len({press.number for press in given}) < len(given):
        problems.append(Problem("number_twice", "Each press has a number of its own.", ("presses",)))
    if problems:
        raise CoreError(problems)
    return tuple(sorted(given, key=lambda press: press.number))


def _problems_of(press: HandPress) -> list[Problem]:
    problems = [
        check_integer("number", press.number, 1, LARGEST_NUMBER),
        check_integer("age_ms", press.age_ms, 0, PAIRING_LASTS_S * 1000, "ms"),
        check_integer("gap_ms", press.gap_ms, 0, LONGEST_GAP_MS, "ms"),
        check_choice("action", press.action, ACTIONS),
        Problem("bad_text", f"text must be at most {LONGEST_NOTE} characters.", ("text",), press.text)
        if len(press.text) > LONGEST_NOTE
        else None,
    ]
    return [each for each in problems if each]


def is_for_this_machine_alone(address: str) -> bool:
    """Whether no other device can open an address: it leads back to the machine that asks.

    >>> is_for_this_machine_alone("http://localhost:8000"), is_for_this_machine_alone("https://192.168.1.20:8443")
    (True, False)
    """
    host = urlsplit(address).hostname or ""
    if host == "localhost" or host.endswith(".localhost"):
        return True
    try:
        return ip_address(host).is_loopback
    except ValueError:
        return False
