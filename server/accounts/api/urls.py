from django.urls import path

from accounts.api.views import AthleteView

urlpatterns = [path("athlete/", AthleteView.as_view())]
