from django.urls import path

from ladders.api import views

urlpatterns = [
    path("challenges/", views.ChallengesView.as_view()),
    path("challenges/<slug:format_id>/check/", views.ChallengeCheckView.as_view()),
    path("pairs/", views.PairsView.as_view()),
    path("own-ladders/", views.OwnLaddersView.as_view()),
    path("ladders/<int:ladder_id>/rungs/", views.RungsView.as_view()),
    path("ladders/<int:ladder_id>/words/", views.LadderWordsView.as_view()),
    path("ladders/<int:ladder_id>/archived/", views.ArchiveView.as_view()),
    path("ladders/<int:ladder_id>/body/", views.LadderBodyView.as_view()),
    path("ladders/<int:ladder_id>/table/", views.TableView.as_view()),
    path("orders/", views.OrdersView.as_view()),
    path("levers/", views.LeversView.as_view()),
    path("card-items/", views.CardItemsView.as_view()),
    path("rungs/<int:rung_id>/card/", views.CardView.as_view()),
    path("body-asks/", views.BodyAsksView.as_view()),
    path("archived-ladders/", views.ArchivedView.as_view()),
    path("rungs/<int:rung_id>/", views.RungView.as_view()),
    path("rungs/<int:rung_id>/bring-back/", views.BringBackView.as_view()),
    path("rungs/<int:rung_id>/copy/", views.CopyRungView.as_view()),
    path("rungs/<int:rung_id>/needs/", views.NeedsView.as_view()),
    path("rungs/<int:rung_id>/number/", views.RungNumberView.as_view()),
    path("rungs/<int:rung_id>/challenge/", views.RungChallengeView.as_view()),
    path("shelf/", views.ShelfView.as_view()),
    path("shelf/<slug:key>/take/", views.TakeView.as_view()),
    path("ladders/<int:ladder_id>/acknowledgements/", views.AcknowledgementsView.as_view()),
    path("rungs/<int:rung_id>/threshold/", views.ThresholdView.as_view()),
    path("rungs/<int:rung_id>/layout/", views.RungLayoutView.as_view()),
]
