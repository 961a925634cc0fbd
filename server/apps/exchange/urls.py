from django.urls import path

from apps.exchange import views

urlpatterns = [
    path("lessons/<uuid:lesson_id>/leaving/", views.LeavingView.as_view()),
    path("arriving/", views.ArrivingView.as_view()),
]
