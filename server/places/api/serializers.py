from typing import Any

from rest_framework import serializers

from places.models import Place


class NewPlaceSerializer(serializers.Serializer[Any]):
    name = serializers.CharField(max_length=80)
    offers = serializers.ListField(child=serializers.CharField(max_length=40), max_length=20)


class PlaceSerializer(serializers.ModelSerializer[Place]):
    offers = serializers.ListField(child=serializers.CharField())

    class Meta:
        model = Place
        fields = ("id", "name", "offers")
