from typing import Any

from rest_framework import serializers

from accounts.models import Athlete


class AthleteSerializer(serializers.ModelSerializer[Athlete]):
    name = serializers.CharField(source="shown_name", read_only=True)

    class Meta:
        model = Athlete
        fields = (
            "username",
            "name",
            "display_name",
            "handedness",
            "units",
            "timezone",
            "double_tap_ms",
            "volume",
            "is_muted",
            "is_mirrored",
            "is_demo",
        )
        read_only_fields = ("username", "is_demo")

    def to_internal_value(self, data: Any) -> Any:
        """Refuse names that are no settings, so that a slip of the pen is not taken for a change."""
        if isinstance(data, dict) and (unknown := set(data) - set(self.fields)):
            raise serializers.ValidationError(dict.fromkeys(sorted(unknown), "There is no such setting."))
        return super().to_internal_value(data)
