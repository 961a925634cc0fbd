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
    path("account/password/", views.PasswordView.as_view()),
    path("account/address/", views.AddressView.as_view()),
    path("account/second-factor/", views.SecondFactorView.as_view()),
    path("account/sessions/", views.SessionsView.as_view()),
    path("account/sessions/<uuid:session_id>/", views.OneSessionView.as_view()),
    path("account/audit/", views.AuditView.as_view()),
]
