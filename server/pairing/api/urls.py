from django.urls import path

from pairing.api import views

urlpatterns = [
    path("runs/<uuid:run_id>/pairing/", views.PairingView.as_view()),
    path("hand/", views.HandView.as_view()),
]
