"""Feeds: kept on paper."""

from __future__ import annotations

from dataclasses import dataclass, replace

from jolly_core.challenges.count import Count
from jolly_core.challenges.formats.feeds import Feeds, FeedsSettings, FeedsState
from jolly_core.challenges.settings import Settings, whole_number
from jolly_core.errors import CoreError
from jolly_core.paper.form import MOST_BOXES, PaperForm, Sheet, misses_total
from jolly_core.words import quantity


@dataclass(frozen=True)
class FeedsTotals(Settings):
    made: int = whole_number("Made", 0, 2000, 0)
    misses: int = misses_total()


class FeedsPaper(PaperForm[FeedsSettings, FeedsTotals, FeedsState]):
    format = Feeds
    totals_type = FeedsTotals

    def sheet(self) -> Sheet:
        settings = self.settings
        names = ", ".join(feed.feed for feed in settings.feeds)
        feeds = f"{quantity(settings.sections, 'section')} of {quantity(settings.section, 'feed')}"
        rule = f"Play {feeds} ({names}): tick each made."
        return Sheet(rule, min(MOST_BOXES, settings.number), "feed")

    def state(self, totals: FeedsTotals) -> FeedsState:
        made, misses, number = totals.made, totals.misses, self.settings.number
        if made + misses > number:
            message = f"{made} made and {misses} missed are more than {quantity(number, 'feed')}; count again."
            raise CoreError.one("out_of_reach", message, "made", value=made)
        # What is neither was a let.
        return replace(self.game.start(), count=Count(made, misses), done=number)
