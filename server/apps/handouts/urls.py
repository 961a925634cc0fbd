from django.urls import path

from apps.handouts import views

urlpatterns = [
    path("lessons/<uuid:lesson_id>/handout/", views.HandoutView.as_view()),
    path("lessons/<uuid:lesson_id>/handout/preview/", views.HandoutPreviewView.as_view()),
    path("lessons/<uuid:lesson_id>/handout/words/", views.GapWordsView.as_view()),
    path("layouts/", views.LayoutsView.as_view()),
    path("layouts/<uuid:layout_id>/", views.LayoutView.as_view()),
]
