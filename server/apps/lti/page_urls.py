"""Addresses that browsers open, which a platform sends them to."""

from django.urls import path

from apps.lti import pages

urlpatterns = [
    path("keys", pages.keys),
    path("<uuid:platform_id>/login", pages.login),
    path("<uuid:platform_id>/launch", pages.launch),
    path("<uuid:platform_id>/register", pages.register),
    path("from/<str:ticket>", pages.from_platform),
]
