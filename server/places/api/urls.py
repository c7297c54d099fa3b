from django.urls import path

from places.api import views

urlpatterns = [
    path("places/", views.PlacesView.as_view()),
    path("library/", views.LibraryView.as_view()),
    path("places/<int:place_id>/", views.PlaceView.as_view()),
    path("places/<int:place_id>/ear/", views.EarView.as_view()),
]
