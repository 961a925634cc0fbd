from django.urls import path

from apps.lessons import views

urlpatterns = [
    path("lessons/", views.LessonsView.as_view()),
    path("lessons/<uuid:lesson_id>/", views.LessonView.as_view()),
    path("lessons/<uuid:lesson_id>/script/", views.ScriptView.as_view()),
    path("lessons/<uuid:lesson_id>/script/<int:position>/", views.SentenceView.as_view()),
    path("lessons/<uuid:lesson_id>/extract/", views.ExtractView.as_view()),
    path("lessons/<uuid:lesson_id>/undo/", views.UndoView.as_view()),
    path("lessons/<uuid:lesson_id>/redo/", views.RedoView.as_view()),
    path("lessons/<uuid:lesson_id>/segments/", views.SegmentsView.as_view()),
    path("lessons/<uuid:lesson_id>/items/", views.ItemsView.as_view()),
    path("lessons/<uuid:lesson_id>/propose/", views.ProposeView.as_view()),
    path("segments/<uuid:segment_id>/", views.SegmentView.as_view()),
    path("items/<uuid:item_id>/", views.ItemView.as_view()),
    path("items/<uuid:item_id>/pause/", views.ItemPauseView.as_view()),
    path("items/<uuid:item_id>/place/", views.ItemPlaceView.as_view()),
    path("items/<uuid:item_id>/decision/", views.ItemDecisionView.as_view()),
]
