"""What a crew does on site: its addresses, on the server and on a phone without a signal."""

from django.urls import path

from server.concrete.api import prices_views as prices
from server.concrete.api.views import ElementMovesView, FloorView, MovesView, RaisedView
from server.corrections.units_views import UnitsDraftView, UnitsView
from server.exports.api import points_views as points
from server.fieldbook.api import height_views as heights
from server.fieldbook.api import trust_views as trust
from server.fieldbook.api import views as fieldbook
from server.gear.api import check_views as checks
from server.gear.api import views as gear
from server.jobs.api import plan_views as plan
from server.jobs.api import views as jobs
from server.overview.api import JobView, LadderView, TakeAlongView
from server.overview.day.views import DayView
from server.pictures import views as pictures
from server.pours import api as decisions
from server.stages import api as stages

site = [
    path("crews/<uuid:crew>/gear", gear.GearView.as_view()),
    path("crews/<uuid:crew>/instruments", gear.InstrumentsView.as_view()),
    path("crews/<uuid:crew>/rods", gear.RodsView.as_view()),
    path("crews/<uuid:crew>/receivers", gear.ReceiversView.as_view()),
    path("crews/<uuid:crew>/choices", gear.ChoicesView.as_view()),
    path("crews/<uuid:crew>/usual-kit", gear.UsualKitView.as_view()),
    path("crews/<uuid:crew>/height-now", heights.HeightView.as_view()),
    path("crews/<uuid:crew>/heights", heights.KeepHeightView.as_view()),
    path("instruments/<uuid:instrument>", checks.InstrumentView.as_view()),
    path("instruments/<uuid:instrument>/check-draft", checks.CheckDraftView.as_view()),
    path("instruments/<uuid:instrument>/checks", checks.ChecksView.as_view()),
    path("instruments/<uuid:instrument>/knocks", checks.KnocksView.as_view()),
    path("day", DayView.as_view()),
    path("jobs", jobs.JobsView.as_view()),
    path("jobs/<uuid:job>", JobView.as_view()),
    path("jobs/<uuid:job>/ladder", LadderView.as_view()),
    path("jobs/<uuid:job>/take-along", TakeAlongView.as_view()),
    path("jobs/<uuid:job>/benchmarks", jobs.BenchmarksView.as_view()),
    path("jobs/<uuid:job>/tie-draft", jobs.TieDraftView.as_view()),
    path("jobs/<uuid:job>/ties", jobs.TiesView.as_view()),
    path("jobs/<uuid:job>/units", UnitsView.as_view()),
    path("jobs/<uuid:job>/units-draft", UnitsDraftView.as_view()),
    path("jobs/<uuid:job>/trust", jobs.TrustView.as_view()),
    path("jobs/<uuid:job>/runs", trust.RunsView.as_view()),
    path("jobs/<uuid:job>/pictures", pictures.PicturesView.as_view()),
    path("pictures/<uuid:picture>/small", pictures.SmallPictureView.as_view()),
    path("pictures/<uuid:picture>/large", pictures.LargePictureView.as_view()),
    path("jobs/<uuid:job>/floors", jobs.FloorsView.as_view()),
    path("jobs/<uuid:job>/floor-draft", jobs.FloorDraftView.as_view()),
    path("jobs/<uuid:job>/set-up-draft", fieldbook.SetUpDraftView.as_view()),
    path("jobs/<uuid:job>/set-ups", fieldbook.SetUpsView.as_view()),
    path("jobs/<uuid:job>/point-groups", heights.GroupsView.as_view()),
    path("jobs/<uuid:job>/free-points", heights.FreePointsView.as_view()),
    path("jobs/<uuid:job>/elements", plan.ElementsView.as_view()),
    path("jobs/<uuid:job>/element-draft", plan.ElementDraftView.as_view()),
    path("jobs/<uuid:job>/corners", plan.CornersView.as_view()),
    path("jobs/<uuid:job>/stages/<str:stage>", stages.StageView.as_view()),
    path("jobs/<uuid:job>/take-off", stages.QuantitiesView.as_view()),
    path("jobs/<uuid:job>/square", stages.SquareView.as_view()),
    path("elements/<uuid:element>/leveling-due", stages.LevelAgainView.as_view()),
    path("elements/<uuid:element>/movement", stages.MovementView.as_view()),
    path("jobs/<uuid:job>/string", stages.StringView.as_view()),
    path("jobs/<uuid:job>/triangle", stages.TriangleView.as_view()),
    path("jobs/<uuid:job>/slab-edges", stages.SlabEdgesView.as_view()),
    path("jobs/<uuid:job>/isolation-strip", stages.StripView.as_view()),
    path("jobs/<uuid:job>/pours", decisions.PoursView.as_view()),
    path("pours/<uuid:pour>", decisions.PourView.as_view()),
    path("pours/<uuid:pour>/answers", decisions.AnswersView.as_view()),
    path("pours/<uuid:pour>/lifts", decisions.LiftsView.as_view()),
    path("pours/<uuid:pour>/closing", decisions.ClosingView.as_view()),
    path("jobs/<uuid:job>/points.csv", points.PointsView.as_view()),
    path("elements/<uuid:element>", plan.ElementView.as_view()),
    path("elements/<uuid:element>/moves", ElementMovesView.as_view()),
    path("points/<uuid:point>/at", heights.PointAtView.as_view()),
    path("points/<uuid:point>/target", heights.TargetView.as_view()),
    path("points/<uuid:point>/benchmark", heights.PointBenchmarkView.as_view()),
    path("floors/<uuid:floor>/sheeting", fieldbook.SheetingView.as_view()),
    path("points/<uuid:point>/head-locks", fieldbook.LocksView.as_view()),
    path("points/<uuid:point>/findings", fieldbook.FindingsView.as_view()),
    path("floors/<uuid:floor>", FloorView.as_view()),
    path("floors/<uuid:floor>/moves", MovesView.as_view()),
    path("floors/<uuid:floor>/raised", RaisedView.as_view()),
    path("jobs/<uuid:job>/prices", prices.PricesView.as_view()),
    path("floors/<uuid:floor>/points", jobs.PointsView.as_view()),
    path("set-ups/<uuid:set_up>/marks", fieldbook.MarksView.as_view()),
    path("set-ups/<uuid:set_up>/points/<uuid:point>", fieldbook.PointTargetView.as_view()),
    path("set-ups/<uuid:set_up>/match", fieldbook.MatchView.as_view()),
    path("set-ups/<uuid:set_up>/reading", fieldbook.ReadingView.as_view()),
    path("set-ups/<uuid:set_up>/book", fieldbook.BookView.as_view()),
    path("set-ups/<uuid:set_up>/book.csv", fieldbook.BookCsvView.as_view()),
    path("set-ups/<uuid:set_up>/rereads", trust.RereadsView.as_view()),
    path("set-ups/<uuid:set_up>/reread-draft", trust.RereadDraftView.as_view()),
    path("set-ups/<uuid:set_up>/knocks", trust.BumpsView.as_view()),
    path("set-ups/<uuid:set_up>/turning-points", trust.TurningPointsView.as_view()),
    path("set-ups/<uuid:set_up>/way-out", trust.WayOutView.as_view()),
    path("rereads/<uuid:reread>/strikes", trust.RereadStrikesView.as_view()),
    path("rereads/<uuid:reread>/acceptance", trust.AcceptanceView.as_view()),
    path(
        "set-ups/<uuid:set_up>/backsights/<uuid:backsight>/strikes",
        trust.BacksightStrikesView.as_view(),
    ),
    path("turning-points/<uuid:turning_point>/strikes", trust.TurningPointStrikesView.as_view()),
    path("shots", fieldbook.ShotsView.as_view()),
    path("shots/<uuid:shot>/strikes", fieldbook.StrikesView.as_view()),
]
