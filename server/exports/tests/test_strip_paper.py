"""The center-zero strip and the gauge block on paper, measured on the page."""

from __future__ import annotations

from pypdfium2.raw import FPDF_PAGEOBJ_PATH

from server.exports.tests.test_plan_sheets import POINTS_A_METRE, SheetCase

INCH = 0.0254


class Strips(SheetCase):
    """What is cut out of the paper is as long as it says."""

    def heights(self, query: str) -> list[float]:
        """Return how tall the boxes on its first page are, in inches, the tallest first."""
        (page, *_) = self.pdf("strip", query)
        bounds = [one.get_bounds() for one in page.get_objects(filter=[FPDF_PAGEOBJ_PATH])]
        wide = 25 * POINTS_A_METRE / 1000
        tall = [(top - foot) for left, foot, right, top in bounds if right - left > wide]
        return sorted((one / POINTS_A_METRE / INCH for one in tall), reverse=True)

    def test_a_strip_of_four_inches_each_way_is_eight_inches_tall(self) -> None:
        self.assertAlmostEqual(self.heights("half=4 in")[0], 8.0, delta=0.02)

    def test_its_numbers_say_on_which_side_a_surface_is_low(self) -> None:
        words = self.words(self.pdf("strip", "half=2 in"))
        self.assertIn("Print at 100 %", words)
        self.assertEqual((words.count("low"), words.count("high")), (2, 2))

    def test_a_block_is_as_high_as_the_beam_over_the_laser(self) -> None:
        self.assertAlmostEqual(self.heights("half=1 in&block=7 1/4 in")[0], 7.25, delta=0.02)
        self.assertIn("GAUGE BLOCK", self.words(self.pdf("strip", "half=1 in&block=7 1/4 in")))

    def test_a_long_one_comes_in_pieces_over_as_many_pages(self) -> None:
        self.assertGreater(len(self.pdf("strip", "half=5 ft")), 1)

    def test_what_is_none_is_refused_in_its_field(self) -> None:
        self.assertIn("counts that far", self.why_not("strip", "half=9 ft")["half"])
        self.assertIn("beam", self.why_not("strip", "half=4 in&block=0")["block"])
