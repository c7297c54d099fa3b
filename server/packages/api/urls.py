from django.urls import path

from packages.api import views

urlpatterns = [
    path("record/", views.RecordView.as_view()),
    path("record/runs/", views.RunsCsvView.as_view()),
    path("record/presses/", views.EventsCsvView.as_view()),
    path("record/arrivals/", views.ArrivalsView.as_view()),
    path("record/arrivals/<uuid:arrival_id>/", views.ArrivalView.as_view()),
    path("record/arrivals/<uuid:arrival_id>/take/", views.TakeInView.as_view()),
]
