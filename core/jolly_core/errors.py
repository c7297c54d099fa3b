"""What every refusal of the core looks like: a stable code, a path, the value, and what is allowed."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass

Path = tuple[str | int, ...]


@dataclass(frozen=True)
class Problem:
    """One thing wrong with what was given.

    ``code`` is stable and meant for programs; ``message`` names the remedy and is meant for people;
    ``path`` leads to the field, outermost first; ``allowed`` says what would have been accepted.
    """

    code: str
    message: str
    path: Path = ()
    value: object = None
    allowed: object = None

    def under(self, *prefix: str | int) -> Problem:
        """The same problem seen from further out: ``prefix`` is put before its path."""
        return Problem(self.code, self.message, (*prefix, *self.path), self.value, self.allowed)


class CoreError(Exception):
    """Something given to the core cannot be used; ``problems`` says what, where and why.

    >>> error = CoreError.one("too_small", "goal must be at least 1.", "goal", value=0, allowed=">= 1")
    >>> error.problems[0].path
    ('goal',)
    """

    def __init__(self, problems: Sequence[Problem]) -> None:
        self.problems = tuple(problems)
        super().__init__("; ".join(problem.message for problem in self.problems))

    @classmethod
    def one(cls, code: str, message: str, *path: str | int, value: object = None, allowed: object = None) -> CoreError:
        """An error of a single problem."""
        return cls([Problem(code, message, path, value, allowed)])

    def under(self, *prefix: str | int) -> CoreError:
        """The same error seen from further out."""
        return type(self)([problem.under(*prefix) for problem in self.problems])

    @property
    def code(self) -> str:
        """The code of the first problem."""
        return self.problems[0].code


@contextmanager
def errors_under(*prefix: str | int) -> Iterator[None]:
    """Whatever is refused within is refused from further out: ``prefix`` is put before its paths.

    >>> with errors_under("settings"):
    ...     raise CoreError.one("too_small", "goal must be at least 1.", "goal")
    Traceback (most recent call last):
    jolly_core.errors.CoreError: goal must be at least 1.
    """
    try:
        yield
    except CoreError as error:
        raise error.under(*prefix) from None


class NotFound(CoreError):  # noqa: N818 # what it says, as everybody knows it
    """What was asked for is not there, or not the asker's: which of the two is nobody's business."""

    def __init__(self, problems: Sequence[Problem] = ()) -> None:
        super().__init__(problems or [Problem("not_found", "There is nothing of yours at this address.")])
