from django.urls import path

from apps.lti import views

urlpatterns = [
    path("platforms/", views.PlatformsView.as_view()),
    path("platforms/<uuid:platform_id>/", views.OnePlatformView.as_view()),
    path("platforms/<uuid:platform_id>/again/", views.TryAgainView.as_view()),
    path("known-there/", views.KnownThereView.as_view()),
    path("known-there/<int:known_id>/", views.OneKnownThereView.as_view()),
    path("classes/<uuid:class_id>/course/", views.ClassCourseView.as_view()),
    path("lti/<str:ticket>/", views.TicketView.as_view()),
    path("lti/<str:ticket>/teacher/", views.TicketTeacherView.as_view()),
]
