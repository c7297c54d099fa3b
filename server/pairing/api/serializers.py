from datetime import timedelta
from typing import Any

from rest_framework import serializers

from config.reading import ReadSerializer
from jolly_core.challenges.events import LONGEST_NOTE
from jolly_core.pairing import ACTIONS, LONGEST_GAP_MS, HandPress, is_for_this_machine_alone
from pairing.models import LONGEST_DESCRIPTION, WaitingPress
from pairing.picture import draw_code
from pairing.services import Said
from runs.api.serializers import RunSerializer

#: Where the second screen comes in; the code stands behind the #, which browsers keep to themselves.
HAND_PATH = "/hand"


class DescriptionField(serializers.CharField):
    """An end of a connection, as browsers describe it: each of its lines ends with a line break, the last one, too."""

    def __init__(self, **options: Any) -> None:
        super().__init__(max_length=LONGEST_DESCRIPTION, allow_blank=True, trim_whitespace=False, **options)


class WaitingPressSerializer(ReadSerializer):
    reads_context = True
    number = serializers.IntegerField()
    id = serializers.UUIDField(source="client_id")
    run = serializers.UUIDField(source="run_id")
    action = serializers.ChoiceField(choices=list(ACTIONS))
    text = serializers.CharField()
    age_ms = serializers.SerializerMethodField(help_text="How long ago it was pressed.")
    gap_ms = serializers.IntegerField()

    def get_age_ms(self, press: WaitingPress) -> int:
        waited: timedelta = self.context["at"] - press.pressed_at
        return round(waited.total_seconds() * 1000)


class PairingSerializer(ReadSerializer):
    """A pairing as the court sees it. ``context`` holds the moment, and the address that this server is known by."""

    reads_context = True

    id = serializers.IntegerField()
    run = serializers.UUIDField(source="run_id", help_text="On whose court it was last.")
    code = serializers.CharField(allow_null=True, help_text="For the second screen; null once one came in.")
    is_joined = serializers.BooleanField()
    address = serializers.SerializerMethodField(help_text="Where the second screen types the code in.")
    picture = serializers.SerializerMethodField(help_text="The address with the code as a QR code: an SVG as data URI.")
    is_out_of_reach = serializers.SerializerMethodField(help_text="Whether no other device can open the address.")
    offer = serializers.CharField()
    offer_number = serializers.IntegerField()
    taken = serializers.IntegerField()
    waiting = WaitingPressSerializer(many=True)

    def get_address(self, _: object) -> str:
        return f"{self.context['address']}{HAND_PATH}"

    def get_picture(self, pairing: Any) -> str:
        if pairing.code is None:
            return ""
        return draw_code(f"{self.get_address(pairing)}#{pairing.code}")

    def get_is_out_of_reach(self, _: object) -> bool:
        return is_for_this_machine_alone(self.context["address"])


class OpenPairingSerializer(ReadSerializer):
    reads_context = True

    pairing = PairingSerializer(allow_null=True, help_text="Null where no second screen is asked for.")


class CourtSaysSerializer(ReadSerializer):
    taken = serializers.IntegerField(min_value=0, help_text="The number of the last press that was taken.")
    is_playing = serializers.BooleanField()
    answer = DescriptionField(required=False, default="")
    answer_to = serializers.IntegerField(min_value=0, required=False, default=0)


class ComeInSerializer(ReadSerializer):
    code = serializers.CharField(max_length=40)


class HandSerializer(ReadSerializer):
    """A pairing as the second screen sees it: the run on the court, and whether its offer was answered."""

    run = RunSerializer()
    is_mirrored = serializers.BooleanField(source="athlete.is_mirrored")
    is_playing = serializers.BooleanField(help_text="Whether the court counts; if not, it waits for a start.")
    taken = serializers.IntegerField()
    answer = serializers.CharField()
    answer_to = serializers.IntegerField()


class CameInSerializer(ReadSerializer):
    key = serializers.CharField(help_text="Known to this screen alone; it is sent along as X-Hand-Key.")
    hand = HandSerializer()


class HandPressSerializer(ReadSerializer):
    number = serializers.IntegerField(help_text="Counts up from 1 on the second screen.")
    id = serializers.UUIDField(help_text="Becomes the id of the event.")
    run = serializers.UUIDField(help_text="The run that stood on the screen when it was pressed.")
    action = serializers.ChoiceField(choices=list(ACTIONS))
    text = serializers.CharField(required=False, default="", allow_blank=True, max_length=LONGEST_NOTE)
    age_ms = serializers.IntegerField(help_text="For how long it has been waiting on the second screen.")
    gap_ms = serializers.IntegerField(
        help_text=f"How long after the press before it was pressed there; at most {LONGEST_GAP_MS}."
    )


class HandSaysSerializer(ReadSerializer):
    presses = serializers.ListField(child=HandPressSerializer(), max_length=1000)
    offer = DescriptionField(required=False, default="")
    offer_number = serializers.IntegerField(min_value=0, max_value=2**31 - 1, required=False, default=0)


def said_in(description: str, number: int) -> Said | None:
    """An offer or an answer that came with a request; None where it brought none."""
    return Said(description, number) if description else None


def presses_in(given: list[dict[str, Any]]) -> list[HandPress]:
    return [HandPress(**each | {"id": str(each["id"]), "run": str(each["run"])}) for each in given]
