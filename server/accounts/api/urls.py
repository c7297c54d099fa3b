from django.urls import path

from accounts.api import views

urlpatterns = [
    path("athlete/", views.AthleteView.as_view()),
    path("body-sides/", views.BodySidesView.as_view()),
    path("side-finder/", views.SideFinderView.as_view()),
    path("recovery-codes/", views.RecoveryCodesView.as_view()),
    path("recovery/", views.RecoveryView.as_view()),
    path("limits/", views.LimitsView.as_view()),
    path("limits/<int:limit_id>/", views.LimitView.as_view()),
]
