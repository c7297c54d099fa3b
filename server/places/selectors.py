"""Reads of places."""

from __future__ import annotations

from django.db.models import QuerySet
from django.shortcuts import get_object_or_404

from accounts.models import Athlete
from places.models import Place


def list_places(athlete: Athlete) -> QuerySet[Place]:
    return Place.objects.filter(athlete=athlete)


def get_place(athlete: Athlete, place_id: int) -> Place:
    return get_object_or_404(Place, pk=place_id, athlete=athlete)
