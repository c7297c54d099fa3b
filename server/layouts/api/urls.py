from django.urls import path

from layouts.api import views

urlpatterns = [
    path("layouts/", views.LayoutsView.as_view()),
    path("layouts/import/", views.ImportLayoutView.as_view()),
    path("layouts/<int:layout_id>/", views.LayoutView.as_view()),
    path("layouts/<int:layout_id>/restore/", views.RestoreLayoutView.as_view()),
    path("layouts/<int:layout_id>/file/", views.LayoutFileView.as_view()),
]
