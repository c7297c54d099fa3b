"""What of the record is looked at: filters that the logbook and every page of Look back share."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, fields
from datetime import date
from typing import Any

from django.db.models import Q, QuerySet

from runs.models import BAR, Run


@dataclass(frozen=True)
class Filters:
    """Each left empty takes everything. ``routine`` is a recipe by its title, ``words`` what is looked for."""

    discipline: str = ""
    ladder: int | None = None
    rung: int | None = None
    side: str = ""
    place: int | None = None
    routine: str = ""
    tag: str = ""
    since: date | None = None
    until: date | None = None
    words: str = ""

    @property
    def are_of_place_alone(self) -> bool:
        """Whether they choose among ladders, rungs and sides only, whose looks are kept."""
        return not any(getattr(self, each.name) for each in fields(self) if each.name not in OF_LADDERS)

    @property
    def of_ladders(self) -> Filters:
        """Those that choose among ladders, rungs and sides."""
        return Filters(**{name: getattr(self, name) for name in OF_LADDERS})

    def apply(self, runs: QuerySet[Run]) -> QuerySet[Run]:
        """The runs that pass."""
        for name, lookup in _LOOKUPS.items():
            if value := getattr(self, name):
                runs = runs.filter(**{lookup: value})
        if self.tag:
            runs = runs.filter(tags__contains=f"{BAR}{self.tag}{BAR}")
        for word in self.words.split():
            runs = runs.filter(
                Q(rung__ladder__title__icontains=word)
                | Q(rung__title__icontains=word)
                | Q(tags__icontains=word)
                | Q(note__icontains=word)
                | Q(set_aside__icontains=word)
            )
        return runs


#: Those that choose among ladders, rungs and sides.
OF_LADDERS = ("discipline", "ladder", "rung", "side")
_LOOKUPS = {
    "discipline": "rung__ladder__discipline",
    "ladder": "rung__ladder",
    "rung": "rung",
    "side": "side",
    "place": "part__block__place",
    "routine": "part__block__repetition__routine__title",
    "since": "day__gte",
    "until": "day__lte",
}


def filters_from(values: Mapping[str, Any]) -> Filters:
    """The filters of checked values; what is not given takes everything."""
    return Filters(**{each.name: values[each.name] for each in fields(Filters) if values.get(each.name)})
