"""The addresses of a demo, as the schema documents them."""

from django.urls import include, path

from config.urls import api

urlpatterns = [path("api/", include([*api, path("demo/", include("demo.api.urls"))]))]
