"""What a practice site says in words: of the gear, of what went wrong, of a person's mistakes."""

from __future__ import annotations

from dataclasses import dataclass

from simulation.practice.faults import Fault
from simulation.practice.lesson import TaskKind
from simulation.practice.receiver import Tells
from simulation.practice.slips import Slip
from simulation.practice.stand import Unseen

TELLS: dict[Tells, str] = {
    Tells.FAST_IS_HIGH: "Fast beep: the receiver is too high. Slow beep: too low. Steady: read.",
    Tells.FAST_IS_LOW: "Fast beep: the receiver is too low. Slow beep: too high. Steady: read.",
    Tells.FASTER_NEARER: "It beeps faster the nearer the beam is. Steady: read.",
    Tells.ARROWS: "Its arrow points where the receiver has to go. A bar in the middle: read.",
    Tells.LIGHTS: "Its light is on the side to go to. A light in the middle: read.",
}
UNSEEN: dict[Unseen, str] = {
    Unseen.NOT_STOOD: "The instrument stands nowhere.",
    Unseen.LEVELING: "It is leveling itself.",
    Unseen.LEGS_OUT: "Its legs are too far out: it turns off. Set the legs.",
    Unseen.TOO_NEAR: "Too near: the receiver can't tell.",
    Unseen.TOO_FAR: "Too far: the beam does not reach here.",
    Unseen.WALL: "A wall is between.",
    Unseen.POST: "One of the instrument's own posts is between.",
}


@dataclass(frozen=True, slots=True)
class Where:
    """Where a task is done: in words, and on which of the job's screens, if on any."""

    words: str = ""
    screen: str = ""


NOWHERE = Where()
ON_SITE: dict[TaskKind, Where] = {
    TaskKind.STAND: Where("On the site: “Stand it up”, then tap a place."),
    TaskKind.MARK: Where(
        "On the site: lift the rod along its stake until it is steady, then “Mark it”."
    ),
}
SET_UP = Where("Read it on the site, then type it as a set-up on the job.", "set-up/new")
SHOOT = Where("Read it on the site, then type it where stone is shot on the job.", "stone")
READ_AGAIN = Where("Read it on the site, then read it again from its set-up.", "set-up")
TURN = Where("Read it on the site, then shoot it as a turning point.", "runs")

INSTRUMENT_WORDS = {"laser": "a laser", "optical-level": "an optical level"}
GROUND_WORDS = {"even": "even", "sloping": "sloping", "rough": "rough"}
STRUCTURE_WORDS = {"slab": "a slab", "slab-beside-a-wall": "a slab beside a wall"}
SLIPS: dict[Slip, str] = {
    Slip.OUT_OF_TRUE: "The instrument was out of true.",
    Slip.KNOCKED: "Somebody knocked its legs.",
    Slip.SINKS: "Its legs sank into soft ground.",
    Slip.COARSE: "The receiver had been left on its coarse band.",
    Slip.UPSIDE_DOWN: "The receiver had been clamped on upside down.",
    Slip.SECTION_SHORT: "A section of the rod was not home.",
    Slip.BENCHMARK_MOVED: "The benchmark is not where it was.",
    Slip.NUMBER_MISREAD: "The number on the tag was misread.",
    Slip.DUG_SINCE: "The ground was dug since it was shot.",
    Slip.HELPER_ELSEWHERE: "The helper held the rod on another point than you said.",
    Slip.STONE_LOW: "The stone lay low all over.",
}
#: What each mistake is, and what to do next time.
FAULTS: dict[Fault, tuple[str, str]] = {
    Fault.MIXES_THE_SIGN: (
        "You turned the sign round.",
        "Say the way first: a lower height is up the rod.",
    ),
    Fault.TENTHS_AS_INCHES: (
        "You took tenths of a foot for inches.",
        "Look at the rod's record: tenths times twelve over ten are inches.",
    ),
    Fault.NUMBERS_WRONG_WAY: (
        "You added where this rod's numbers run the other way.",
        "Look which way they grow, then move the receiver, and read what stands there.",
    ),
    Fault.ADDS_UPSIDE_DOWN: (
        "You added a reading that was taken upside down.",
        "A mark above the beam: its height less the reading is the beam.",
    ),
    Fault.LEFT_ON_COARSE: (
        "The receiver was on its coarse band.",
        "Look at its switch before the first reading.",
    ),
    Fault.ON_A_CLOD: (
        "The rod stood on a clod.",
        "Look under its foot: kick the clod away, then read.",
    ),
    Fault.TAKES_FOR_ADDS: (
        "You took off where stone has to be added, or the other way.",
        "A smaller reading is higher ground.",
    ),
    Fault.FORGETS_WASTE: (
        "You ordered without the waste.",
        "A tenth more, then up to the supplier's step.",
    ),
    Fault.ORDERS_NOMINAL: (
        "You ordered what is on the drawing.",
        "Order what the shots say: the stone lies where it lies.",
    ),
    Fault.TAKES_GAP_FOR_ERROR: (
        "You took the gap for the error.",
        "Two positions show it twice: halve it.",
    ),
    Fault.WRONG_VERDICT: (
        "The instrument was kept or sent away against what the check said.",
        "Hold the error against what is promised over that distance.",
    ),
    Fault.CHECKS_HALF_WAY: (
        "You checked from half-way again, where the error cancels.",
        "Stand close to one peg: there it shows.",
    ),
    Fault.SKIPS_THE_REREAD: (
        "You did not read the benchmark again.",
        "Read it again when you are through, and before anybody relies on it.",
    ),
    Fault.IGNORES_THE_KNOCK: (
        "The benchmark read otherwise, and what was shot since still counts.",
        "Stand it up anew, and shoot again what was shot since the last good reading.",
    ),
    Fault.SWAPS_THE_SIGHTS: (
        "You took what was read back from what was read ahead.",
        "Back less ahead is the rise.",
    ),
    Fault.NEVER_CLOSES: (
        "The run ends in the air.",
        "Read a height that is known at its end.",
    ),
    Fault.ACCEPTS_A_BAD_RUN: (
        "You took a run that misses by more than may be lost.",
        "Run it again, and ask who moved the mark.",
    ),
    Fault.FIRST_CORNER: (
        "The string begins from the first corner.",
        "Begin from the highest one, or the string runs into the ground.",
    ),
    Fault.FORGETS_THE_DEPTH: (
        "The tube begins at the ground.",
        "It begins at the bottom of its hole.",
    ),
    Fault.FALLS_UPHILL: ("The fall is turned round.", "The far end is lower: take the drop off."),
    Fault.FORGETS_THE_FALL: ("The fall is left out.", "The run over the ratio is the drop."),
    Fault.HEIGHTS_OFF: (
        "A height is off by more than it may be, or none was shot.",
        "Read on a second benchmark before you believe the first.",
    ),
    Fault.WRITES_FOR_ANOTHER: (
        "You wrote a reading down for a point the rod was not on.",
        "Say the point's name aloud before you type.",
    ),
    Fault.GOES_WHERE_HOLD: (
        "You let it go where one thing did not hold.",
        "Go through them one by one: each can hold it alone.",
    ),
    Fault.HOLDS_WHERE_GO: (
        "You held it though everything was in order.",
        "A hold costs a truck: name the reason, or let it go.",
    ),
}
