from django.urls import path

from custody.api import views

urlpatterns = [
    path("sign-ins/", views.SignInsView.as_view()),
    path("sign-ins/<int:sign_in_id>/", views.SignInView.as_view()),
    path("password/", views.PasswordView.as_view()),
    path("leaving/", views.LeavingView.as_view()),
]
