from django.urls import path

from apps.privacy import views

urlpatterns = [
    path("account/erasure/", views.ErasureView.as_view()),
    path("account/export/", views.ExportView.as_view()),
    path("assignments/<uuid:assignment_id>/students/<uuid:student_id>/data/", views.StudentDataView.as_view()),
]
