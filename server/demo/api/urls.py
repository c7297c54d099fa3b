from django.urls import path

from demo.api.views import EnterView

urlpatterns = [path("enter/", EnterView.as_view())]
