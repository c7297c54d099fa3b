from django.urls import path

from plan.api import first, for_two, load, own_parts, routines, set_up, sheets, today, together, tuner, views, weaves

urlpatterns = [
    path("today/", today.TodayView.as_view()),
    path("first-ladders/", first.FirstLaddersView.as_view()),
    path("first-block/", first.FirstBlockView.as_view()),
    path("load/", load.LoadView.as_view()),
    path("together/", together.TogetherView.as_view()),
    path("partner-games/", for_two.PartnerGamesView.as_view()),
    path("own-kinds/", own_parts.OwnKindsView.as_view()),
    path("set-up/", set_up.SetUpView.as_view()),
    path("weaves/", weaves.WeavesView.as_view()),
    path("proposals/", views.ProposalsView.as_view()),
    path("rungs/<int:rung_id>/tuner/", tuner.TunerView.as_view()),
    path("blocks/", views.BlocksView.as_view()),
    path("blocks/<int:block_id>/", views.BlockView.as_view()),
    path("blocks/<int:block_id>/refit/", views.RefitView.as_view()),
    path("blocks/<int:block_id>/layouts/<int:layout_id>/", views.BlockLayoutView.as_view()),
    path("blocks/<int:block_id>/sheet/", sheets.SheetView.as_view()),
    path("routines/", routines.RoutinesView.as_view()),
    path("rhythms/", routines.RhythmsView.as_view()),
    path("routines/<int:routine_id>/", routines.RoutineView.as_view()),
    path("routines/<int:routine_id>/comparison/", routines.ComparisonView.as_view()),
    path("parts/<int:part_id>/done/", views.PartDoneView.as_view()),
    path("parts/<int:part_id>/presses/", for_two.PressesView.as_view()),
    path("parts/<int:part_id>/more/", views.PartMoreView.as_view()),
    path("parts/<int:part_id>/dropped/", views.PartDropView.as_view()),
]
