"""The field book: set-ups, what ties them, shots, and what was struck through."""

from __future__ import annotations

from django.db import models
from django.db.models import Q

from core.instruments import Setting
from core.lengths import Reading
from core.piers import Bearing
from core.rods import Observed, SightKind
from server.common.quantities import LengthField, ReadingField
from server.common.records import SiteRecord
from server.crews.models import User
from server.crews.timed import Timed
from server.gear.models import Instrument, Receiver, Rod
from server.jobs.models import Benchmark, Element, Floor, Job, Point

SETTINGS = [(str(Setting.FINE), "fine pass"), (str(Setting.COARSE), "rough pass")]
SIGHTS = [(str(kind), kind.in_words) for kind in SightKind]
BEARINGS = [(str(bearing), str(bearing)) for bearing in Bearing]


class Sight(SiteRecord):
    """What the rod or a tape showed on a point, as it was typed and how it was held."""

    reading = ReadingField()
    typed = models.CharField(max_length=60)
    sight = models.CharField(max_length=12, choices=SIGHTS, default=str(SightKind.STANDING))

    class Meta:
        abstract = True

    @property
    def observed(self) -> Observed:
        """The sight as the core knows it."""
        return observed(self.sight, self.reading)


def observed(sight: str, reading: Reading) -> Observed:
    """Return stored columns as the core knows them."""
    return Observed(SightKind(sight), reading)


class SetUp(Timed, SiteRecord):
    """Where an instrument stood, and the backsight that told its line.

    It stands on a benchmark, or on a turning point that was shot from another set-up.
    ``backsight_distance`` stands in where the benchmark has no place on the plan. Its own place
    may be empty: what is read from it is then as unsure as its distances are.
    """

    RESTS_ON = ("job", "begun_at")

    job = models.ForeignKey(Job, on_delete=models.PROTECT, related_name="set_ups")
    number = models.PositiveSmallIntegerField()
    instrument = models.ForeignKey(Instrument, on_delete=models.PROTECT, related_name="+")
    receiver = models.ForeignKey(Receiver, null=True, on_delete=models.PROTECT, related_name="+")
    rod = models.ForeignKey(Rod, on_delete=models.PROTECT, related_name="+")
    benchmark = models.ForeignKey(Benchmark, null=True, on_delete=models.PROTECT, related_name="+")
    turning_point = models.ForeignKey(
        "TurningPoint", null=True, on_delete=models.PROTECT, related_name="+"
    )
    backsight = ReadingField()
    backsight_typed = models.CharField(max_length=60)
    backsight_sight = models.CharField(
        max_length=12, choices=SIGHTS, default=str(SightKind.STANDING)
    )
    backsight_distance = LengthField(null=True)
    x = LengthField(null=True)
    y = LengthField(null=True)
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["job", "number"], name="set_up_number_once_a_job"),
            models.CheckConstraint(
                condition=Q(benchmark__isnull=False) ^ Q(turning_point__isnull=False),
                name="set_up_stands_on_one_point",
            ),
        ]

    @property
    def stands_on(self) -> Benchmark | TurningPoint:
        """The point its backsight was read on."""
        known: Benchmark | TurningPoint | None = self.benchmark or self.turning_point
        assert known is not None
        return known

    @property
    def observed(self) -> Observed:
        """Its first backsight as the core knows it."""
        return observed(self.backsight_sight, self.backsight)

    def __str__(self) -> str:
        return f"set-up {self.number}"


class ExtraBacksight(Sight):
    """A further backsight of a set-up, recorded with it.

    It is on another known point, or on the same one in another way, such as a tape beside the
    rod; what those give that tie the same thing is averaged.
    """

    set_up = models.ForeignKey(SetUp, on_delete=models.PROTECT, related_name="extra_backsights")
    benchmark = models.ForeignKey(Benchmark, null=True, on_delete=models.PROTECT, related_name="+")
    turning_point = models.ForeignKey(
        "TurningPoint", null=True, on_delete=models.PROTECT, related_name="+"
    )

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(benchmark__isnull=False) ^ Q(turning_point__isnull=False),
                name="backsight_is_on_one_point",
            )
        ]

    @property
    def stands_on(self) -> Benchmark | TurningPoint:
        """The point it was read on."""
        known: Benchmark | TurningPoint | None = self.benchmark or self.turning_point
        assert known is not None
        return known

    def __str__(self) -> str:
        return str(self.set_up)


class TurningPoint(Timed, Sight):
    """A firm point shot from one set-up, to stand the next one on."""

    set_up = models.ForeignKey(SetUp, on_delete=models.PROTECT, related_name="turning_points")
    name = models.CharField(max_length=20)
    x = LengthField()
    y = LengthField()
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return self.name


class Occasion(models.TextChoices):
    """Why a benchmark was read again."""

    CLOCK = "clock", "on the clock"
    KNOCK = "knock", "after a knock"
    END = "end", "end of the set-up"
    POUR = "pour", "before the pour"
    CHECK = "check", "check shot"
    CLOSING = "closing", "closing the run"


class Reread(Timed, Sight):
    """A known point read again from a set-up: a check of it, or the closing of a run."""

    set_up = models.ForeignKey(SetUp, on_delete=models.PROTECT, related_name="rereads")
    benchmark = models.ForeignKey(Benchmark, null=True, on_delete=models.PROTECT, related_name="+")
    turning_point = models.ForeignKey(
        TurningPoint, null=True, on_delete=models.PROTECT, related_name="+"
    )
    occasion = models.CharField(max_length=10, choices=Occasion)
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(benchmark__isnull=False) ^ Q(turning_point__isnull=False),
                name="reread_is_of_one_point",
            )
        ]

    def __str__(self) -> str:
        return f"re-read from {self.set_up}"


class Knock(Timed, SiteRecord):
    """The instrument was knocked where it stood."""

    TIME = "happened_at"

    set_up = models.ForeignKey(SetUp, on_delete=models.PROTECT, related_name="knocks")
    happened_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"knock of {self.set_up}"


class AcceptedRun(Timed, SiteRecord):
    """A run whose misclosure was accepted and spread over its turning points."""

    TIME = "accepted_at"
    RESTS_ON = ("closing", "taken_at")

    closing = models.OneToOneField(Reread, on_delete=models.PROTECT, related_name="accepted")
    accepted_at = models.DateTimeField()
    accepted_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"run closed by {self.closing_id}"


#: All that is read of each point's last shot, so that a job's shots are read off one index.
LAST_FIRST = (
    "taken_at", "recorded_at", "set_up", "phone", "clock_give", "sight", "reading",
)  # fmt: skip


class Shot(Timed, Sight):
    """One reading on one point; ``typed`` is what the person entered.

    Where a likely slip was offered, ``slip`` says which was accepted (or ``kept``), and
    ``first_typed`` keeps what was typed before.
    """

    set_up = models.ForeignKey(SetUp, on_delete=models.PROTECT, related_name="shots")
    point = models.ForeignKey(Point, on_delete=models.PROTECT, related_name="shots")
    setting = models.CharField(max_length=6, choices=SETTINGS, default=Setting.FINE)
    first_typed = models.CharField(max_length=60, blank=True, default="")
    slip = models.CharField(max_length=40, blank=True, default="")
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        indexes = [
            models.Index(fields=["set_up", "taken_at"], name="shot_order_of_the_book"),
            models.Index(fields=["point", "setting", *LAST_FIRST], name="shot_last_of_a_point"),
        ]

    def __str__(self) -> str:
        return f"{self.typed} on {self.point_id}"


class KeptBenchmark(SiteRecord):
    """The shot a benchmark's height was kept from: it is as sound as that reading is."""

    benchmark = models.OneToOneField(Benchmark, on_delete=models.PROTECT, related_name="kept_from")
    shot = models.ForeignKey(Shot, on_delete=models.PROTECT, related_name="+")
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.benchmark} kept"


class HoleFinding(Timed, SiteRecord):
    """What was found at the bottom of a pier's hole; the last one counts.

    ``note`` is what a pile was driven or screwed to, such as its torque, and ``depth`` how deep
    it was then; empty where nobody said.
    """

    point = models.ForeignKey(Point, on_delete=models.PROTECT, related_name="findings")
    bearing = models.CharField(max_length=20, choices=BEARINGS)
    is_cleaned = models.BooleanField()
    note = models.CharField(max_length=120, blank=True, default="")
    depth = LengthField(null=True)
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.bearing} in hole {self.point_id}"


class HeadLock(Timed, SiteRecord):
    """The head of a pier or pile was locked, or was not; the last one counts.

    ``word`` is why it was locked though its top is not on, empty where it is.
    """

    point = models.ForeignKey(Point, on_delete=models.PROTECT, related_name="head_locks")
    is_locked = models.BooleanField()
    word = models.CharField(max_length=120, blank=True, default="")
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"head on {self.point_id}"


class LevelingDue(SiteRecord):
    """When an element's points are to be leveled again, None for never; the last one counts."""

    element = models.ForeignKey(Element, on_delete=models.PROTECT, related_name="levelings_due")
    due_on = models.DateField(null=True)
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.element} again on {self.due_on}"


class Sheeting(Timed, SiteRecord):
    """Sheeting lies over the stone at a point, or was taken up again; the last one counts."""

    point = models.ForeignKey(Point, on_delete=models.PROTECT, related_name="sheetings")
    is_down = models.BooleanField()
    taken_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"sheeting on {self.point_id}"


class Regrade(Timed, SiteRecord):
    """Stone that was graded anew: what was shot at its points before tells nothing of it now."""

    TIME = "graded_at"

    floor = models.ForeignKey(Floor, on_delete=models.PROTECT, related_name="regrades")
    note = models.CharField(max_length=120)
    graded_at = models.DateTimeField()
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.note} on {self.floor_id}"


class RegradedPoint(models.Model):
    """A point of the stone that was graded anew, to be shot again."""

    regrade = models.ForeignKey(Regrade, on_delete=models.PROTECT, related_name="points")
    point = models.ForeignKey(Point, on_delete=models.PROTECT, related_name="regradings")

    def __str__(self) -> str:
        return str(self.point_id)


class StruckThrough(SiteRecord):
    """A reading struck through, with the reason; the reading stays in the book."""

    reason = models.CharField(max_length=200)
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        abstract = True

    def __str__(self) -> str:
        return f"struck: {self.reason}"


class Strike(StruckThrough):
    """A shot struck through."""

    shot = models.OneToOneField(Shot, on_delete=models.PROTECT, related_name="strike")


class RereadStrike(StruckThrough):
    """A re-read struck through."""

    reread = models.OneToOneField(Reread, on_delete=models.PROTECT, related_name="strike")


class BacksightStrike(StruckThrough):
    """A backsight struck through: a set-up's first, or a further one; the others give its line."""

    first_of = models.OneToOneField(
        SetUp, null=True, on_delete=models.PROTECT, related_name="first_strike"
    )
    extra = models.OneToOneField(
        ExtraBacksight, null=True, on_delete=models.PROTECT, related_name="strike"
    )

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(first_of__isnull=False) ^ Q(extra__isnull=False),
                name="one_backsight_a_strike",
            )
        ]


class TurningPointStrike(StruckThrough):
    """A turning point struck through; no set-up stands on it."""

    turning_point = models.OneToOneField(
        TurningPoint, on_delete=models.PROTECT, related_name="strike"
    )
