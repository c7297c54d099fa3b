"""The pages of Look back as they are sent: each is a dataclass, and its fields are the schema."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from config.fields import DayField
from config.reading import ReadSerializer
from config.typed import TypedField
from jolly_core.finds.costs import Cost
from layouts.api.serializers import ZoneSerializer
from lookback.pages.about import About
from lookback.pages.finds import Find, FindsPage
from lookback.pages.inside import InsidePage
from lookback.pages.season import SeasonPage
from lookback.pages.then_and_now import ThenAndNowPage
from lookback.pages.trend import TrendPage
from lookback.pages.weak_spots import MapSpot
from lookback.services import LONGEST_WORDS
from runs.api.filters import FiltersSerializer


class FindsSerializer(ReadSerializer):
    """What changed: the finds, and what stands still."""

    page = TypedField(FindsPage, source="*")


class TrendSerializer(ReadSerializer):
    """The trend of a rung, side by side."""

    page = TypedField(TrendPage, source="*")


class InsideSerializer(ReadSerializer):
    """Every look at the inside of the runs on a rung."""

    page = TypedField(InsidePage, source="*")


class ThenAndNowSerializer(ReadSerializer):
    """Two times of a rung beside each other."""

    page = TypedField(ThenAndNowPage, source="*")


class SeasonSerializer(ReadSerializer):
    """A season on one sheet of paper."""

    page = TypedField(SeasonPage, source="*")


class SpotLayoutSerializer(ReadSerializer):
    """What of a layout is drawn below its spots."""

    id = serializers.IntegerField()
    title = serializers.CharField()
    place = serializers.CharField(source="place_key")
    zones = ZoneSerializer(many=True, source="drawn.zones")


class SpotMapSerializer(ReadSerializer):
    """The targets of a rung and side, on its layout where it has one."""

    about = TypedField(About)
    layout = SpotLayoutSerializer(allow_null=True)
    spots = serializers.ListField(child=TypedField(MapSpot))


class WeakSpotsSerializer(ReadSerializer):
    """What each weakness costs, and the maps of those with targets."""

    words = serializers.CharField()
    costs = serializers.ListField(child=TypedField(Cost))
    maps = SpotMapSerializer(many=True)


class FirstFindSerializer(ReadSerializer):
    """One find, and since when nothing as good was played; null and empty where there is none."""

    find = TypedField(Find, allow_null=True)
    since_words = serializers.CharField()


class TimesSerializer(FiltersSerializer):
    """Two times to hold beside each other: years, months (2026-03) or runs by their ids."""

    then = serializers.CharField(required=False, allow_blank=True, max_length=40)
    now = serializers.CharField(required=False, allow_blank=True, max_length=40)


class NewChangeSerializer(serializers.Serializer[Any]):
    """A change of method from a day on."""

    day = DayField()
    words = serializers.CharField(max_length=LONGEST_WORDS)


class ChangeSerializer(ReadSerializer):
    """A change of method of a ladder."""

    id = serializers.IntegerField()
    ladder = serializers.IntegerField(source="ladder_id")
    day = serializers.DateField()
    words = serializers.CharField()
