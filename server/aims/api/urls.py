from django.urls import path

from aims.api import flight, views

urlpatterns = [
    path("aims/", views.AimsView.as_view()),
    path("rungs/<int:rung_id>/next-rungs/", views.NextRungsView.as_view()),
    path("rungs/<int:rung_id>/lever-rungs/", views.LeverRungsView.as_view()),
    path("laying/worked-out/", views.WorkedOutView.as_view()),
    path("laying/mirrored/", views.MirroredView.as_view()),
    path("laying/divided/", views.DividedView.as_view()),
    path("laying/order/", views.OrderView.as_view()),
    path("flight/off-wall/", flight.OffWallView.as_view()),
    path("flight/over-net/", flight.OverNetView.as_view()),
]
