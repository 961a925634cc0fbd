from django.urls import path

from apps.accounts import views

urlpatterns = [
    path("session/", views.SessionView.as_view()),
    path("session/demo/", views.DemoSessionView.as_view()),
    path("session/language/", views.LanguageView.as_view()),
    path("accounts/", views.RegisterView.as_view()),
    path("accounts/confirm/", views.ConfirmView.as_view()),
    path("accounts/ask-password/", views.AskPasswordView.as_view()),
    path("accounts/new-password/", views.NewPasswordView.as_view()),
]
