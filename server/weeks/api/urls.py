from django.urls import path, register_converter

from weeks.api import views


class DayConverter:
    regex = r"\d{4}-\d{2}-\d{2}"

    def to_python(self, value: str) -> str:
        return value

    to_url = to_python


register_converter(DayConverter, "day")

urlpatterns = [
    path("week-terms/", views.TermsView.as_view()),
    path("calendar-link/", views.LinkView.as_view()),
    path("weeks/<day:monday>/", views.WeekView.as_view()),
    path("weeks/<day:monday>/arrangement/", views.ArrangementView.as_view()),
    path("weeks/<day:monday>/move/", views.MoveView.as_view()),
    path("weeks/<day:monday>/calendar.ics", views.WeekCalendarView.as_view()),
]
