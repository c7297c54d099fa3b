from django.urls import path

from runs.api import views

urlpatterns = [
    path("runs/", views.RunsView.as_view()),
    path("runs/<uuid:run_id>/", views.RunView.as_view()),
    path("runs/<uuid:run_id>/events/", views.EventsView.as_view()),
    path("runs/<uuid:run_id>/comfort/", views.ComfortView.as_view()),
    path("runs/<uuid:run_id>/set-aside/", views.SetAsideView.as_view()),
    path("runs/<uuid:run_id>/rung/", views.RunRungView.as_view()),
    path("runs/<uuid:run_id>/strokes/", views.StrokesView.as_view()),
    path("runs/<uuid:run_id>/restored/", views.RestoredView.as_view()),
    path("runs/<uuid:run_id>/described/", views.DescribedView.as_view()),
    path("runs/<uuid:run_id>/corrections/<uuid:event_id>/", views.CorrectionView.as_view()),
    path("runs/<uuid:run_id>/heard/<uuid:event_id>/", views.HeardView.as_view()),
    path("old-results/", views.OldResultsView.as_view()),
    path("kits/", views.KitsView.as_view()),
    path("quick-runs/<uuid:run_id>/", views.QuickRunView.as_view()),
]
