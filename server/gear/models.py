"""The crew's instruments, receivers and rods, shared by its jobs, and how true they are."""

from __future__ import annotations

from django.db import models
from django.db.models import Q

from core.instruments import Axis, Signal
from core.instruments import InstrumentKind as CoreKind
from core.instruments import Receiver as CoreReceiver
from server.common.quantities import LengthField
from server.common.records import SiteRecord
from server.crews.models import Crew, User
from server.crews.retirable import Retirable
from server.crews.timed import Timed


class InstrumentKind(models.TextChoices):
    """What stands on the tripod, as crews call it."""

    ROTARY_LASER = str(CoreKind.ROTARY_LASER), "Rotary laser"
    LINE_LASER = str(CoreKind.LINE_LASER), "Line laser"
    OPTICAL_LEVEL = str(CoreKind.OPTICAL_LEVEL), "Optical level"
    WATER_LEVEL = str(CoreKind.WATER_LEVEL), "Water level"


AXES = [(str(Axis.FIRST), "first axis"), (str(Axis.SECOND), "second axis")]


class BeamClass(models.TextChoices):
    """The class of a laser's beam, as its label says."""

    NONE = "", "no laser, or not known"
    ONE = "1", "class 1"
    TWO = "2", "class 2"
    THREE_R = "3R", "class 3R"
    THREE_B = "3B", "class 3B"


class Instrument(Retirable):
    """An instrument, with its reach and its specification where the crew knows them."""

    id = models.UUIDField(primary_key=True)
    recorded_at = models.DateTimeField(auto_now_add=True)
    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="instruments")
    name = models.CharField(max_length=60)
    kind = models.CharField(max_length=20, choices=InstrumentKind)
    range = LengthField(null=True)
    least_distance = LengthField(null=True)
    specified_rise = LengthField(null=True)
    specified_run = LengthField(null=True)
    specification_typed = models.CharField(max_length=60, blank=True, default="")
    beam_class = models.CharField(max_length=2, choices=BeamClass, blank=True, default="")

    def __str__(self) -> str:
        return self.name


class Receiver(Retirable):
    """A receiver: what it tells by, and how far off center it still sounds on."""

    id = models.UUIDField(primary_key=True)
    recorded_at = models.DateTimeField(auto_now_add=True)
    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="receivers")
    name = models.CharField(max_length=60)
    signal = models.CharField(max_length=10)
    fine = LengthField()
    coarse = LengthField()

    def __str__(self) -> str:
        return self.name

    @property
    def rule(self) -> CoreReceiver:
        """The receiver as the core knows it."""
        return CoreReceiver(Signal(self.signal), self.fine, self.coarse)


class ReadTo(models.IntegerChoices):
    """Into how many parts of a division a rod is read by eye."""

    WHOLE = 1, "a division"
    HALF = 2, "half a division"
    TENTH = 10, "a tenth of a division"


class Rod(Retirable):
    """A rod or rule: how its numbers run, its scale, its length, and how it is read."""

    id = models.UUIDField(primary_key=True)
    recorded_at = models.DateTimeField(auto_now_add=True)
    crew = models.ForeignKey(Crew, on_delete=models.PROTECT, related_name="rods")
    name = models.CharField(max_length=60)
    numbering = models.CharField(max_length=12)
    graduation = models.CharField(max_length=10)
    length = LengthField()
    has_bubble = models.BooleanField(default=False)
    read_parts = models.PositiveSmallIntegerField(choices=ReadTo, default=ReadTo.WHOLE)

    def __str__(self) -> str:
        return self.name


class CheckMethod(models.TextChoices):
    """The ways of finding a beam's slope."""

    TWO_POSITION = "two-position", "Two-position wall check"
    FACE_ABOUT = "face-about", "Face-about, one axis"
    BOTH_AXES = "both-axes", "Face-about, both axes"
    TWO_PEG = "two-peg", "Two-peg"
    WATER_LEVEL = "water-level", "Against a water level"


class InstrumentCheck(Timed, SiteRecord):
    """A check as it was read: each entry as typed and in metres; what it says is computed.

    ``axis`` is the one it was made of, where it is not of both.
    """

    TIME = "made_at"

    instrument = models.ForeignKey(Instrument, on_delete=models.PROTECT, related_name="checks")
    method = models.CharField(max_length=16, choices=CheckMethod)
    axis = models.CharField(max_length=6, choices=AXES, default=Axis.FIRST)
    readings = models.JSONField()
    made_at = models.DateTimeField()
    made_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.method} of {self.made_at:%Y-%m-%d}"


class InstrumentKnock(Timed, SiteRecord):
    """The instrument was dropped or knocked, or ``is_away`` for calibration.

    Either way its check is due at once; one that was sent away is out until then.
    """

    TIME = "happened_at"

    instrument = models.ForeignKey(Instrument, on_delete=models.PROTECT, related_name="knocks")
    note = models.CharField(max_length=200)
    is_away = models.BooleanField(default=False)
    happened_at = models.DateTimeField()
    reported_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return self.note


class GearVersion(SiteRecord):
    """What was typed wrong of gear that was used already, put right from a moment on.

    ``values`` are the columns that changed, as texts; lengths in metres.
    """

    instrument = models.ForeignKey(
        Instrument, null=True, on_delete=models.PROTECT, related_name="versions"
    )
    receiver = models.ForeignKey(
        Receiver, null=True, on_delete=models.PROTECT, related_name="versions"
    )
    rod = models.ForeignKey(Rod, null=True, on_delete=models.PROTECT, related_name="versions")
    holds_from = models.DateTimeField()
    values = models.JSONField()
    reason = models.CharField(max_length=200)
    taken_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(instrument__isnull=False, receiver=None, rod=None)
                | Q(instrument=None, receiver__isnull=False, rod=None)
                | Q(instrument=None, receiver=None, rod__isnull=False),
                name="version_of_one_piece_of_gear",
            )
        ]

    def __str__(self) -> str:
        return f"put right from {self.holds_from:%Y-%m-%d}: {self.reason}"
