from django.urls import path

from apps.classes import views

urlpatterns = [
    path("classes/", views.ClassesView.as_view()),
    path("packages/", views.PackagesView.as_view()),
    path("classes/<uuid:class_id>/", views.OneClassView.as_view()),
    path("classes/<uuid:class_id>/members/", views.MembersView.as_view()),
    path("members/<uuid:member_id>/", views.MemberView.as_view()),
    path("members/<uuid:member_id>/held/", views.MemberHeldView.as_view()),
    path("requests/<uuid:request_id>/", views.RequestView.as_view()),
]
