"""What needs the server itself: people, papers, files brought in, notices, long works."""

from django.urls import path
from drf_spectacular.views import SpectacularAPIView

from server.concrete.api import options_views as pour
from server.corrections import api as corrections
from server.corrections import gear_api as gear
from server.crews.api import account, lessons, people
from server.crews.api.views import SessionView
from server.exports.api import list_views as lists
from server.exports.api import pictures_views as zipped
from server.exports.api import sheet_views as sheets
from server.exports.api import views as papers
from server.exports.api.drawing_views import DxfView, LandXmlView
from server.fieldbook.where_to_stand.api import StandsView
from server.imports.api import file_views as files_in
from server.imports.api import views as drawings
from server.jobs.api import keep_views as keep
from server.notices import views as notices
from server.overview.day import calendar_views as calendars
from server.overview.day.views import OnJobView
from server.overview.happened import views as happened
from server.pictures import notice_views as shown
from server.pours.run_sheet_views import RunSheetView
from server.stages.workbook_views import WorkbookView
from server.sync.api import CarryCrewView, CarryView

#: What a phone answers too, from what it took along.
PHONES_TOO = ("floors/<uuid:floor>/map",)

office = [
    path("session", SessionView.as_view()),
    path("crews", people.BeginView.as_view()),
    path("crews/<uuid:crew>/people", people.PeopleView.as_view()),
    path("crews/<uuid:crew>/people/<int:person>/role", people.PersonRoleView.as_view()),
    path("crews/<uuid:crew>/people/<int:person>/leaving", people.PersonLeavesView.as_view()),
    path("crews/<uuid:crew>/people/<int:person>/link", people.PersonLinkView.as_view()),
    path("jobs/<uuid:job>/drawing.dxf", DxfView.as_view()),
    path("jobs/<uuid:job>/plan.pdf", sheets.PlanPdfView.as_view()),
    path("jobs/<uuid:job>/stakes.pdf", sheets.StakesPdfView.as_view()),
    path("jobs/<uuid:job>/walk.pdf", sheets.WalkPdfView.as_view()),
    path("jobs/<uuid:job>/piers.pdf", sheets.PiersPdfView.as_view()),
    path("jobs/<uuid:job>/section", sheets.SectionView.as_view()),
    path("jobs/<uuid:job>/strip.pdf", sheets.StripPdfView.as_view()),
    path("jobs/<uuid:job>/section.pdf", sheets.SectionPdfView.as_view()),
    path("jobs/<uuid:job>/folder.zip", sheets.FolderView.as_view()),
    path("jobs/<uuid:job>/drawing.landxml", LandXmlView.as_view()),
    path("crews/<uuid:crew>/lessons", lessons.LessonsView.as_view()),
    path("crews/<uuid:crew>/lessons-shared", lessons.SharedLessonsView.as_view()),
    path("crews/<uuid:crew>/lessons-asked", lessons.AskedLessonsView.as_view()),
    path("crews/<uuid:crew>/invitations", people.InvitationsView.as_view()),
    path("invitations/<uuid:invitation>/withdrawal", people.WithdrawnView.as_view()),
    path("joining/<str:token>", people.JoiningView.as_view()),
    path("joining/<str:token>/newcomer", people.NewcomerView.as_view()),
    path("account", account.AccountView.as_view()),
    path("account/password", account.PasswordView.as_view()),
    path("account/sign-ins/end", account.SignedOutEverywhereView.as_view()),
    path("account/sign-ins/<uuid:sign_in>/end", account.SignInEndsView.as_view()),
    path("passwords", account.ForgottenView.as_view()),
    path("passwords/<str:who>/<str:token>", account.ChosenPasswordView.as_view()),
    path("crews/<uuid:crew>/carried", CarryCrewView.as_view()),
    path("crews/<uuid:crew>/instruments/<uuid:gear>/put-right", gear.InstrumentRightView.as_view()),
    path(
        "crews/<uuid:crew>/instruments/<uuid:gear>/put-right-draft",
        gear.InstrumentMovesView.as_view(),
    ),
    path("crews/<uuid:crew>/receivers/<uuid:gear>/put-right", gear.ReceiverRightView.as_view()),
    path(
        "crews/<uuid:crew>/receivers/<uuid:gear>/put-right-draft", gear.ReceiverMovesView.as_view()
    ),
    path("crews/<uuid:crew>/rods/<uuid:gear>/put-right", gear.RodRightView.as_view()),
    path("crews/<uuid:crew>/rods/<uuid:gear>/put-right-draft", gear.RodMovesView.as_view()),
    path("crews/<uuid:crew>/gear/retired", gear.RetiredGearView.as_view()),
    path("crews/<uuid:crew>/gear/<str:kind>/<uuid:gear>/typed", gear.GearPieceView.as_view()),
    path("crews/<uuid:crew>/gear/<str:kind>/<uuid:gear>/out", gear.GearOutView.as_view()),
    path("crews/<uuid:crew>/gear/<str:kind>/<uuid:gear>/back", gear.GearBackView.as_view()),
    path("pours/<uuid:pour>/run-sheet.ics", RunSheetView.as_view()),
    path("jobs/<uuid:job>/carried", CarryView.as_view()),
    path("jobs/<uuid:job>/name", keep.JobNameView.as_view()),
    path("jobs/<uuid:job>/archived", keep.ArchivedView.as_view()),
    path("jobs/<uuid:job>/happened", happened.HappenedView.as_view()),
    path("jobs/<uuid:job>/happened.csv", happened.HappenedCsvView.as_view()),
    path("jobs/<uuid:job>/deletion", keep.DeletionView.as_view()),
    path("calendar", calendars.CalendarView.as_view()),
    path("calendar/end", calendars.CalendarEndsView.as_view()),
    path("calendars/<str:token>.ics", calendars.CalendarFeedView.as_view()),
    path("jobs/<uuid:job>/days/<str:day>", OnJobView.as_view()),
    path("jobs/<uuid:job>/copies", corrections.CopyView.as_view()),
    path("jobs/<uuid:job>/retired", corrections.RetiredView.as_view()),
    path("jobs/<uuid:job>/plan/<str:kind>/<uuid:part>/out", corrections.OutView.as_view()),
    path("jobs/<uuid:job>/plan/<str:kind>/<uuid:part>/back", corrections.BackView.as_view()),
    path(
        "jobs/<uuid:job>/benchmarks/<uuid:benchmark>/described", corrections.DescribedView.as_view()
    ),
    path(
        "jobs/<uuid:job>/benchmarks/<uuid:benchmark>/correction-draft",
        corrections.CorrectionDraftView.as_view(),
    ),
    path(
        "jobs/<uuid:job>/benchmarks/<uuid:benchmark>/corrections",
        corrections.CorrectionsView.as_view(),
    ),
    path(
        "jobs/<uuid:job>/benchmarks/<uuid:benchmark>/retirement-draft",
        corrections.RetirementDraftView.as_view(),
    ),
    path("schema", SpectacularAPIView.as_view()),
    path("jobs/<uuid:job>/take-off.xlsx", WorkbookView.as_view()),
    path("jobs/<uuid:job>/records", papers.RecordsView.as_view()),
    path("jobs/<uuid:job>/records/digest", papers.DigestView.as_view()),
    path("jobs/<uuid:job>/records/copy", papers.CopyView.as_view()),
    path("jobs/<uuid:job>/pictures.zip", zipped.PicturesZipView.as_view()),
    path("jobs/<uuid:job>/pictures-in", zipped.PicturesInView.as_view()),
    path("jobs/<uuid:job>/job.json", papers.JobFileView.as_view()),
    path("jobs/<uuid:job>/points-in", files_in.PointsInView.as_view()),
    path("jobs/<uuid:job>/stands", StandsView.as_view()),
    path("jobs/<uuid:job>/drawings-in", files_in.DrawingsInView.as_view()),
    path("jobs/<uuid:job>/drawings", drawings.DrawingsView.as_view()),
    path("drawings/<uuid:drawing>/laid", drawings.DrawingView.as_view()),
    path("drawings/<uuid:drawing>/placing", drawings.PlacingView.as_view()),
    path("drawings/<uuid:drawing>/following", drawings.FollowView.as_view()),
    path("jobs/<uuid:job>/readings.xlsx", lists.ReadingsView.as_view()),
    path("set-ups/<uuid:set_up>/readings-in", files_in.ReadingsInView.as_view()),
    path("records/<uuid:paper>/record.pdf", papers.PaperView.as_view()),
    path("crews/<uuid:crew>/jobs-in", files_in.JobsInView.as_view()),
    path("crews/<uuid:crew>/jobs-in/file", files_in.JobInView.as_view()),
    path("works/<uuid:work>", papers.WorkView.as_view()),
    path("notices/<uuid:notice>/notice.pdf", papers.NoticePdfView.as_view()),
    path("backups", papers.BackupsView.as_view()),
    path("links/<str:token>/pictures", shown.LinkPicturesView.as_view()),
    path("notices/<uuid:notice>/pictures", shown.NoticePicturesView.as_view()),
    path("links/<str:token>/notice.pdf", papers.LinkPdfView.as_view()),
    path("elements/<uuid:element>/lift", pour.LiftView.as_view()),
    path("floors/<uuid:floor>/map", pour.MapView.as_view()),
    path("floors/<uuid:floor>/options", pour.OptionsView.as_view()),
    path("floors/<uuid:floor>/regrades", pour.RegradesView.as_view()),
    path("floors/<uuid:floor>/notices", notices.NoticesView.as_view()),
    path("notices/<uuid:notice>/withdrawal", notices.WithdrawalView.as_view()),
    path("notices/<uuid:notice>/spoken", notices.SpokenView.as_view()),
    path("links/<str:token>", notices.LinkView.as_view()),
]
