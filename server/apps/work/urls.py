from django.urls import path

from apps.work import views

urlpatterns = [
    path("jobs/", views.JobsView.as_view()),
    path("jobs/<uuid:job_id>/", views.JobView.as_view()),
    path("jobs/<uuid:job_id>/file/", views.JobFileView.as_view()),
]
