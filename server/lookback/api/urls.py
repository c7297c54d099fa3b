from django.urls import path

from lookback.api import views

urlpatterns = [
    path("look-back/", views.FindsView.as_view()),
    path("look-back/trend/", views.TrendView.as_view()),
    path("look-back/weak-spots/", views.WeakSpotsView.as_view()),
    path("look-back/inside/", views.InsideView.as_view()),
    path("look-back/then-and-now/", views.ThenAndNowView.as_view()),
    path("look-back/season/", views.SeasonView.as_view()),
    path("look-back/first/", views.FirstFindView.as_view()),
    path("look-back/runs/<uuid:run_id>/", views.RunFindView.as_view()),
    path("ladders/<int:ladder_id>/method-changes/", views.LadderChangesView.as_view()),
    path("method-changes/<int:change_id>/", views.ChangeView.as_view()),
]
