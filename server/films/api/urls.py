from django.urls import path

from films.api import views

urlpatterns = [path("runs/<uuid:run_id>/film/", views.FilmView.as_view())]
