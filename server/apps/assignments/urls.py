from django.urls import path

from apps.assignments import views

urlpatterns = [
    path("lessons/<uuid:lesson_id>/assignments/", views.LessonAssignmentsView.as_view()),
    path("assignments/<uuid:assignment_id>/", views.OneAssignmentView.as_view()),
    path("classes/<uuid:class_id>/rules/", views.LastRulesView.as_view()),
    path("assignments/<uuid:assignment_id>/extensions/<uuid:member_id>/", views.ExtensionView.as_view()),
    path("assignments/<uuid:assignment_id>/closed/", views.CloseView.as_view()),
    path("assignments/<uuid:assignment_id>/removed/", views.RemovedAssignmentView.as_view()),
]
