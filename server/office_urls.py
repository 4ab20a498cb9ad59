"""What needs the server itself: papers, files brought in, notices, surfaces, long works."""

from django.urls import path
from drf_spectacular.views import SpectacularAPIView

from server.carry.api import CarryCrewView, CarryView
from server.decisions.run_sheet_views import RunSheetView
from server.papers.api import list_views as lists
from server.papers.api import views as papers
from server.pour.api import notice_views as notices
from server.pour.api import options_views as pour
from server.stages.workbook_views import WorkbookView

office = [
    path("crews/<uuid:crew>/carried", CarryCrewView.as_view()),
    path("pours/<uuid:pour>/run-sheet.ics", RunSheetView.as_view()),
    path("jobs/<uuid:job>/carried", CarryView.as_view()),
    path("schema", SpectacularAPIView.as_view()),
    path("jobs/<uuid:job>/take-off.xlsx", WorkbookView.as_view()),
    path("jobs/<uuid:job>/records", papers.RecordsView.as_view()),
    path("jobs/<uuid:job>/records/digest", papers.DigestView.as_view()),
    path("jobs/<uuid:job>/records/copy", papers.CopyView.as_view()),
    path("jobs/<uuid:job>/job.json", papers.JobFileView.as_view()),
    path("jobs/<uuid:job>/points-in", lists.PointsInView.as_view()),
    path("jobs/<uuid:job>/readings.xlsx", lists.ReadingsView.as_view()),
    path("set-ups/<uuid:set_up>/readings-in", lists.ReadingsInView.as_view()),
    path("records/<uuid:paper>/record.pdf", papers.PaperView.as_view()),
    path("crews/<uuid:crew>/jobs-in", papers.JobsInView.as_view()),
    path("crews/<uuid:crew>/jobs-in/file", papers.JobInView.as_view()),
    path("works/<uuid:work>", papers.WorkView.as_view()),
    path("notices/<uuid:notice>/notice.pdf", papers.NoticePdfView.as_view()),
    path("backups", papers.BackupsView.as_view()),
    path("links/<str:token>/notice.pdf", papers.LinkPdfView.as_view()),
    path("floors/<uuid:floor>/map", pour.MapView.as_view()),
    path("floors/<uuid:floor>/options", pour.OptionsView.as_view()),
    path("floors/<uuid:floor>/regrades", pour.RegradesView.as_view()),
    path("floors/<uuid:floor>/notices", notices.NoticesView.as_view()),
    path("notices/<uuid:notice>/withdrawal", notices.WithdrawalView.as_view()),
    path("notices/<uuid:notice>/spoken", notices.SpokenView.as_view()),
    path("links/<str:token>", notices.LinkView.as_view()),
]
