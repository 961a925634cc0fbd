from django.urls import path

from apps.results import comparing_views, export_views, marking_views, news_views, room_views, teaching_views, views

urlpatterns = [
    path("news/", news_views.NewsView.as_view()),
    path("overview/", views.OverviewView.as_view()),
    path("assignments/<uuid:assignment_id>/sheet/", views.SheetView.as_view()),
    path("assignments/<uuid:assignment_id>/sheet.csv", export_views.SheetCsvView.as_view()),
    path("assignments/<uuid:assignment_id>/answers.csv", export_views.AnswersCsvView.as_view()),
    path("assignments/<uuid:assignment_id>/sheet.xlsx", export_views.SheetXlsxView.as_view()),
    path("assignments/<uuid:assignment_id>/statements.jsonl", export_views.StatementsView.as_view()),
    path("assignments/<uuid:assignment_id>/segments/<int:number>/", views.SegmentResultView.as_view()),
    path("assignments/<uuid:assignment_id>/items/<uuid:item_id>/", views.ItemResultView.as_view()),
    path("assignments/<uuid:assignment_id>/students/<uuid:student_id>/", views.StudentResultView.as_view()),
    path("classes/<uuid:class_id>/gradebook/", views.GradebookView.as_view()),
    path("classes/<uuid:class_id>/gradebook.csv", export_views.GradebookCsvView.as_view()),
    path("classes/<uuid:class_id>/results.zip", export_views.OneRosterResultsView.as_view()),
    path("assignments/<uuid:assignment_id>/items/<uuid:item_id>/correction/", views.CorrectionView.as_view()),
    path("assignments/<uuid:assignment_id>/looks/", views.LooksView.as_view()),
    path("answers/<uuid:answer_id>/look/", views.AnswerLookView.as_view()),
    path("assignments/<uuid:assignment_id>/marks/", marking_views.MarksView.as_view()),
    path("assignments/<uuid:assignment_id>/marks/return/", marking_views.ReturnView.as_view()),
    path("assignments/<uuid:assignment_id>/beside/", comparing_views.SideBySideView.as_view()),
    path("assignments/<uuid:assignment_id>/script/", teaching_views.ScriptResultView.as_view()),
    path("lessons/<uuid:lesson_id>/wanted/", teaching_views.WantedView.as_view()),
    path("assignments/<uuid:assignment_id>/revisions/", teaching_views.RevisionsView.as_view()),
    path("assignments/<uuid:assignment_id>/room/", room_views.ScreenView.as_view()),
    path("assignments/<uuid:assignment_id>/room/events/", room_views.ScreenEventsView.as_view()),
]
