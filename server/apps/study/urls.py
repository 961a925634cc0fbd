from django.urls import path

from apps.study import class_views, own_views, rehearsal_views, room_views, views

urlpatterns = [
    path("members/<uuid:member_id>/merged/", class_views.MergeView.as_view()),
    path("mine/", class_views.MineView.as_view()),
    path("class/<str:code>/requests/", class_views.JoinRequestView.as_view()),
    path("class/<str:code>/looked/", class_views.LookedView.as_view()),
    path("class/<str:code>/", class_views.ClassPageView.as_view()),
    path("study/<str:code>/", views.StudyView.as_view()),
    path("study/<str:code>/entry/", views.EntryView.as_view()),
    path("study/<str:code>/answers/", views.AnswersView.as_view()),
    path("study/<str:code>/looks/", views.LookView.as_view()),
    path("study/<str:code>/clock/", views.ClockView.as_view()),
    path("study/<str:code>/played/", views.PlayedView.as_view()),
    path("study/<str:code>/room/", room_views.InRoomView.as_view()),
    path("study/<str:code>/room/events/", room_views.InRoomEventsView.as_view()),
    path("study/<str:code>/notes/<uuid:note_id>/", own_views.NoteView.as_view()),
    path("study/<str:code>/near/", own_views.NearView.as_view()),
    path("study/<str:code>/data/", own_views.OwnDataView.as_view()),
    path("study/<str:code>/finished/", views.FinishView.as_view()),
    path("study/<str:code>/again/", views.AgainView.as_view()),
    path("lessons/<uuid:lesson_id>/rehearsal/", rehearsal_views.RehearsalView.as_view()),
]
