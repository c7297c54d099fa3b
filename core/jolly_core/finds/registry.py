"""The questions, found in their folders, in the order of their place."""

from __future__ import annotations

from jolly_core.discovery import list_classes
from jolly_core.finds import of_a_rung, of_the_practice
from jolly_core.finds.look import Look, Practice, PracticeQuestion, RungQuestion, RungRecord


def _rung_questions() -> dict[str, RungQuestion]:
    found = [kind() for kind in list_classes(of_a_rung, RungQuestion)]
    return {each.id: each for each in sorted(found, key=lambda each: each.place)}


def _practice_questions() -> dict[str, PracticeQuestion]:
    found = [kind() for kind in list_classes(of_the_practice, PracticeQuestion)]
    return {each.id: each for each in sorted(found, key=lambda each: each.place)}


RUNG_QUESTIONS = _rung_questions()
PRACTICE_QUESTIONS = _practice_questions()
QUESTIONS: dict[str, RungQuestion | PracticeQuestion] = {**RUNG_QUESTIONS, **PRACTICE_QUESTIONS}


def look_at_rung(record: RungRecord) -> list[Look]:
    """All looks at what was played on a rung."""
    return [look for question in RUNG_QUESTIONS.values() for look in question.looks(record)]


def look_at_practice(practice: Practice) -> list[tuple[int | None, Look]]:
    """All looks at the practice as a whole, each with the ladder that it is about."""
    return [found for question in PRACTICE_QUESTIONS.values() for found in question.looks(practice)]
