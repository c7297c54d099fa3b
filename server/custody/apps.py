"""Listens to sign-ins, whichever way somebody comes in."""

from django.apps import AppConfig
from django.contrib.auth.signals import user_logged_in


class CustodyConfig(AppConfig):
    name = "custody"

    def ready(self) -> None:
        from custody.sign_ins import note_sign_in  # noqa: PLC0415 # the models are there only now

        user_logged_in.connect(note_sign_in, dispatch_uid="custody")
