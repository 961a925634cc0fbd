from django.urls import path

from apps.recordings import views

urlpatterns = [
    path("media/<str:key>", views.media),
    path("media/<str:key>/poster", views.poster),
    path("media/<str:key>/captions.vtt", views.captions),
]
