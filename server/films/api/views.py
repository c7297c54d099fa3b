from uuid import UUID

from drf_spectacular.utils import extend_schema
from rest_framework.response import Response
from rest_framework.views import APIView

from config.requests import Request, read_given
from films import selectors, services
from films.api.serializers import FilmSerializer, FilmToKeepSerializer
from jolly_core.film.notes import FilmNotes
from jolly_core.film.reading import read_film


class FilmView(APIView):
    """What is marked and drawn on the clips of a run."""

    @extend_schema(operation_id="read_film", responses=FilmSerializer)
    def get(self, request: Request, run_id: UUID) -> Response:
        return _said(selectors.get_notes(request.user, run_id))

    @extend_schema(operation_id="keep_film", request=FilmToKeepSerializer, responses=FilmSerializer)
    def put(self, request: Request, run_id: UUID) -> Response:
        return _said(services.keep_notes(request.user, run_id, read_given(request, FilmToKeepSerializer)))


def _said(notes: FilmNotes) -> Response:
    return Response(FilmSerializer({"notes": notes, "reading": read_film(notes)}).data)
