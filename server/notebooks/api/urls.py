from django.urls import path

from notebooks.api import views

urlpatterns = [
    path("sheets/", views.SheetView.as_view()),
    path("sheets/keeping/", views.KeepingView.as_view()),
    path("sheets/look/", views.LookView.as_view()),
    path("sheets/scores/", views.ScoresView.as_view()),
]
