"""The lessons, in the order of the work."""

from simulation.practice.lesson import Lesson
from simulation.practice.lessons.boards import BOARDS
from simulation.practice.lessons.checks import TWO_PEGS, TWO_POSITIONS
from simulation.practice.lessons.heights import HEIGHTS
from simulation.practice.lessons.open_site import OPEN_SITE
from simulation.practice.lessons.stone import FALL, STONE, VOLUME
from simulation.practice.lessons.trust import GO_OR_HOLD, KNOCK, RUN

LESSONS: tuple[Lesson, ...] = (
    *HEIGHTS, STONE, VOLUME, TWO_POSITIONS, TWO_PEGS, KNOCK, RUN, BOARDS, FALL, GO_OR_HOLD,
)  # fmt: skip
BY_KEY = {lesson.key: lesson for lesson in (*LESSONS, OPEN_SITE)}
