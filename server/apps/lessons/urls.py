from django.urls import path

from apps.lessons import views
from apps.lessons.bringing_in import views as bringing_in_views
from apps.lessons.history import views as history_views
from apps.lessons.items import attachment_views
from apps.lessons.items import views as items_views
from apps.lessons.materials import views as materials_views
from apps.lessons.offering import views as offering_views
from apps.lessons.pasting import views as pasting_views
from apps.lessons.replacing import views as replacing_views
from apps.lessons.script import finding_views
from apps.lessons.script import views as script_views
from apps.lessons.segments import views as segments_views
from apps.lessons.wording import views as wording_views
from apps.lessons.writing import views as writing_views

urlpatterns = [
    path("lessons/", views.LessonsView.as_view()),
    path("looks/", bringing_in_views.LooksView.as_view()),
    path("hosts/search/", bringing_in_views.HostSearchView.as_view()),
    path("find/", finding_views.FindView.as_view()),
    path("lessons/<uuid:lesson_id>/", views.LessonView.as_view()),
    path("folders/", views.FoldersView.as_view()),
    path("lessons/<uuid:lesson_id>/removed/", views.RemovedLessonView.as_view()),
    path("lessons/<uuid:lesson_id>/copy/", views.CopyView.as_view()),
    path("lessons/<uuid:lesson_id>/script/", script_views.ScriptView.as_view()),
    path("lessons/<uuid:lesson_id>/script/<int:sentence_id>/", script_views.SentenceView.as_view()),
    path("lessons/<uuid:lesson_id>/replace/", replacing_views.ReplaceView.as_view()),
    path("lessons/<uuid:lesson_id>/script/speakers/", script_views.SpeakersView.as_view()),
    path("lessons/<uuid:lesson_id>/script/times/", script_views.TimesView.as_view()),
    path("lessons/<uuid:lesson_id>/script/raw/", script_views.RawCaptionsView.as_view()),
    path("lessons/<uuid:lesson_id>/script/tracks/<int:track_id>/", script_views.TrackView.as_view()),
    path("lessons/<uuid:lesson_id>/script/as/<str:form>/", script_views.TakeAwayView.as_view()),
    path("lessons/<uuid:lesson_id>/extract/", views.ExtractView.as_view()),
    path("lessons/<uuid:lesson_id>/undo/", history_views.UndoView.as_view()),
    path("lessons/<uuid:lesson_id>/redo/", history_views.RedoView.as_view()),
    path("lessons/<uuid:lesson_id>/segments/", segments_views.SegmentsView.as_view()),
    path("lessons/<uuid:lesson_id>/items/", items_views.ItemsView.as_view()),
    path("lessons/<uuid:lesson_id>/decisions/", items_views.DecisionsView.as_view()),
    path("lessons/<uuid:lesson_id>/pasted/", pasting_views.PastedView.as_view()),
    path("lessons/<uuid:lesson_id>/attachments/", attachment_views.AttachmentsView.as_view()),
    path("lessons/<uuid:lesson_id>/propose/", writing_views.ProposeView.as_view()),
    path("lessons/<uuid:lesson_id>/second-reading/", writing_views.SecondReadingView.as_view()),
    path("lessons/<uuid:lesson_id>/choose/", writing_views.ChooseView.as_view()),
    path("items/<uuid:item_id>/vary/", writing_views.VaryView.as_view()),
    path("sheets/", pasting_views.SheetsView.as_view()),
    path("sheets/template/<str:language>/", pasting_views.SheetTemplateView.as_view()),
    path("lessons/<uuid:lesson_id>/materials/", materials_views.MaterialsView.as_view()),
    path("materials/<uuid:material_id>/", materials_views.MaterialView.as_view()),
    path("offered/", offering_views.OfferedListView.as_view()),
    path("offers/", offering_views.OffersView.as_view()),
    path("offers/<str:offer_key>/", offering_views.OfferedView.as_view()),
    path("offers/<str:offer_key>/copies/", offering_views.OfferedCopiesView.as_view()),
    path("writers/", writing_views.WritersView.as_view()),
    path("writers/wishes/<uuid:wishes_id>/", writing_views.KeptWishesView.as_view()),
    path("segments/<uuid:segment_id>/", segments_views.SegmentView.as_view()),
    path("items/<uuid:item_id>/", items_views.ItemView.as_view()),
    path("lessons/<uuid:lesson_id>/wordings/<str:tag>/", wording_views.WordingView.as_view()),
    path("items/<uuid:item_id>/wordings/<str:tag>/", wording_views.ItemWordingView.as_view()),
    path("items/<uuid:item_id>/pause/", items_views.ItemPauseView.as_view()),
    path("items/<uuid:item_id>/split/", items_views.ItemSplitView.as_view()),
    path("items/<uuid:item_id>/decision/", items_views.ItemDecisionView.as_view()),
]
