"""Shapes of what goes over the wire for whole records."""

from rest_framework import serializers

from packages.arrivals import share_of
from packages.models import Arrival


class ArrivedTableSerializer(serializers.Serializer[object]):
    """A table of a file: how many of its rows are new here, the same, different."""

    name = serializers.CharField()
    words = serializers.CharField()
    new = serializers.IntegerField()
    same = serializers.IntegerField()
    different = serializers.IntegerField()


class ArrivalSerializer(serializers.ModelSerializer[Arrival]):
    """A file that came in: what it holds, how far it got, why it was refused."""

    tables = ArrivedTableSerializer(many=True)
    problems = serializers.ListField(child=serializers.CharField())
    share = serializers.SerializerMethodField()

    class Meta:
        model = Arrival
        fields = (
            *("id", "file_name", "state", "made_at", "share", "tables", "is_into_nothing", "problems"),
            *("added", "changed"),
        )
        read_only_fields = fields

    def get_share(self, arrival: Arrival) -> float:
        return share_of(arrival)


class LatestArrivalSerializer(serializers.Serializer[object]):
    """The file that came in last, if one is there."""

    arrival = ArrivalSerializer(allow_null=True)


class FileNameSerializer(serializers.Serializer[object]):
    """What the file is called where it comes from."""

    file_name = serializers.CharField(max_length=255)


class TakeInSerializer(serializers.Serializer[object]):
    """Whether what is different becomes as in the file."""

    takes_theirs = serializers.BooleanField(default=False)
