from django.urls import path

from apps.recordings import uploads, views

urlpatterns = [
    path("api/uploads/", uploads.UploadsView.as_view()),
    path("api/uploads/<uuid:upload_id>/", uploads.UploadView.as_view()),
    path("media/<str:key>", views.media),
    path("media/<str:key>/poster", views.poster),
    path("media/<str:key>/captions.vtt", views.captions),
    path("media/<str:key>/tracks/<int:track_id>.vtt", views.track),
]
