from django.urls import path

from apps.lessons import item_views, script_views, views

urlpatterns = [
    path("lessons/", views.LessonsView.as_view()),
    path("looks/", views.LooksView.as_view()),
    path("hosts/search/", views.HostSearchView.as_view()),
    path("find/", views.FindView.as_view()),
    path("lessons/<uuid:lesson_id>/", views.LessonView.as_view()),
    path("lessons/<uuid:lesson_id>/script/", script_views.ScriptView.as_view()),
    path("lessons/<uuid:lesson_id>/script/<int:sentence_id>/", script_views.SentenceView.as_view()),
    path("lessons/<uuid:lesson_id>/script/replace/", script_views.ReplaceView.as_view()),
    path("lessons/<uuid:lesson_id>/script/speakers/", script_views.SpeakersView.as_view()),
    path("lessons/<uuid:lesson_id>/script/times/", script_views.TimesView.as_view()),
    path("lessons/<uuid:lesson_id>/script/raw/", script_views.RawCaptionsView.as_view()),
    path("lessons/<uuid:lesson_id>/script/tracks/<int:track_id>/", script_views.TrackView.as_view()),
    path("lessons/<uuid:lesson_id>/script/as/<str:form>/", script_views.TakeAwayView.as_view()),
    path("lessons/<uuid:lesson_id>/extract/", views.ExtractView.as_view()),
    path("lessons/<uuid:lesson_id>/undo/", views.UndoView.as_view()),
    path("lessons/<uuid:lesson_id>/redo/", views.RedoView.as_view()),
    path("lessons/<uuid:lesson_id>/segments/", views.SegmentsView.as_view()),
    path("lessons/<uuid:lesson_id>/items/", item_views.ItemsView.as_view()),
    path("lessons/<uuid:lesson_id>/pasted/", item_views.PastedView.as_view()),
    path("lessons/<uuid:lesson_id>/propose/", item_views.ProposeView.as_view()),
    path("segments/<uuid:segment_id>/", views.SegmentView.as_view()),
    path("items/<uuid:item_id>/", item_views.ItemView.as_view()),
    path("items/<uuid:item_id>/pause/", item_views.ItemPauseView.as_view()),
    path("items/<uuid:item_id>/place/", item_views.ItemPlaceView.as_view()),
    path("items/<uuid:item_id>/decision/", item_views.ItemDecisionView.as_view()),
]
