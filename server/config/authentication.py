"""Who is asking: the session's cookie. Nobody gets 401, not 403, so that the client knows to ask for a sign-in."""

from rest_framework.authentication import SessionAuthentication
from rest_framework.request import Request


class CookieAuthentication(SessionAuthentication):
    def authenticate_header(self, request: Request) -> str:
        return "Session"
