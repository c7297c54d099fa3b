"""Shapes of what goes over the wire for accounts and their keeping."""

from rest_framework import serializers

from custody.models import SignIn
from custody.sign_ins import words_of


class SignInSerializer(serializers.ModelSerializer[SignIn]):
    """Where the athlete is signed in, since when, and whether it is here."""

    words = serializers.SerializerMethodField()
    is_here = serializers.SerializerMethodField()

    class Meta:
        model = SignIn
        fields = ("id", "words", "at", "is_here")
        read_only_fields = fields

    def get_words(self, sign_in: SignIn) -> str:
        return words_of(sign_in.user_agent)

    def get_is_here(self, sign_in: SignIn) -> bool:
        return bool(sign_in.session_key == self.context["session_key"])


class NewPasswordSerializer(serializers.Serializer[object]):
    """The password that is, and the one that is to be."""

    password = serializers.CharField(max_length=128, trim_whitespace=False)
    new = serializers.CharField(max_length=128, trim_whitespace=False)


class LeavingSerializer(serializers.Serializer[object]):
    """Whether the account is to be deleted, and when; whether the record was taken out lately."""

    leaves_at = serializers.DateTimeField(allow_null=True)
    taken_out_at = serializers.DateTimeField(allow_null=True)
    has_taken_out = serializers.BooleanField()


class LeaveSerializer(serializers.Serializer[object]):
    """The password, so that nobody else does it."""

    password = serializers.CharField(max_length=128, trim_whitespace=False)
