from django.urls import path

from climb.api import trials, views

urlpatterns = [
    path("rungs/<int:rung_id>/marks/<slug:metric>/", views.MarksView.as_view()),
    path("rungs/<int:rung_id>/price/", views.PriceView.as_view()),
    path("rungs/<int:rung_id>/bench/", views.BenchView.as_view()),
    path("ladders/", views.LaddersView.as_view()),
    path("ladders/<int:ladder_id>/", views.LadderView.as_view()),
    path("ladders/<int:ladder_id>/moves/", views.MovesView.as_view()),
    path("ladders/<int:ladder_id>/trials/", trials.LadderTrialsView.as_view()),
    path("rungs/<int:rung_id>/trials/", trials.RungTrialsView.as_view()),
    path("trials/<int:trial_id>/", trials.TrialView.as_view()),
    path("runs/<uuid:run_id>/outcome/", views.OutcomeView.as_view()),
]
