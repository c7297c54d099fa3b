"""Answers that a browser keeps as files."""

from __future__ import annotations

from typing import TypeVar

from django.http.response import HttpResponseBase

Answer = TypeVar("Answer", bound=HttpResponseBase)


def as_file(answer: Answer, name: str) -> Answer:
    """The same answer, to be kept under that name: letters, digits, dots and hyphens alone."""
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    return answer
