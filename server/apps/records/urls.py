"""The record store's addresses."""

from __future__ import annotations

from django.urls import path

from apps.records import views

urlpatterns = [
    path("record-store/", views.StoreView.as_view()),
    path("record-store/again/", views.StoreAgainView.as_view()),
]
