"""Sheets on paper: true scales measured on the page, codes read back, every file's digest."""

from __future__ import annotations

import csv
import hashlib
import io
import re
import zipfile
from typing import Any
from uuid import UUID

import pypdfium2 as pdfium
import zxingcpp
from django.test import Client
from pypdfium2.raw import FPDF_PAGEOBJ_PATH

from server.jobs.models import Point
from server.pictures.tests.pixels import a_picture
from server.tests.plan import element_body
from server.tests.site import TAKEN_AT, SiteTestCase

POINTS_A_METRE = 72 / 0.0254


class SheetCase(SiteTestCase):
    """A 6 m x 4 m floor whose stone was shot at two points, a foot higher than planned and less."""

    def setUp(self) -> None:
        super().setUp()
        self.floor = self.add_floor()
        self.set_up = self.add_set_up()
        points = self.points(self.floor)
        for name, reading in (("A1", "3' 5\""), ("A2", "3' 7\"")):
            body = self.shot_body(self.set_up, points[name], reading)
            self.ok(self.foreman, "shots", body)

    def pdf(self, name: str, query: str = "", client: Client | None = None) -> pdfium.PdfDocument:
        """Return a sheet as it is read."""
        address = f"/api/v1/jobs/{self.job}/{name}.pdf?paper=letter&{query}"
        answer = (client or self.helper).get(address)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return pdfium.PdfDocument(answer.content)

    def words(self, document: pdfium.PdfDocument) -> str:
        """Return all that is written on it, in one line."""
        pages = (page.get_textpage().get_text_range() for page in document)
        return " ".join(" ".join(pages).split())

    def why_not(self, name: str, query: str = "") -> dict[str, str]:
        """Return why a sheet is refused, by field."""
        answer = self.helper.get(f"/api/v1/jobs/{self.job}/{name}.pdf?paper=letter&{query}")
        self.assertEqual(answer.status_code, 400, answer.content[:300])
        return {error["field"]: error["why"] for error in answer.json()["errors"]}


class Plans(SheetCase):
    """The plan to a true scale."""

    def widest(self, document: pdfium.PdfDocument) -> tuple[float, float]:
        """Return the width and the height of the largest path drawn, in metres on paper."""
        sizes = []
        for one in document[0].get_objects(filter=[FPDF_PAGEOBJ_PATH]):
            left, foot, right, top = one.get_bounds()
            sizes.append((right - left, top - foot))
        wide, tall = max(sizes, key=lambda size: size[0] * size[1])
        return wide / POINTS_A_METRE, tall / POINTS_A_METRE

    def test_it_measures_on_paper_what_its_scale_says(self) -> None:
        for query, ratio, text in (
            ("", 48, '1/4" = 1 ft'),
            ("wide=true", 48, '1/4" = 1 ft'),
            ("wide=true&paper=a3", 24, '1/2" = 1 ft'),
        ):
            document = self.pdf("plan", query)
            wide, tall = self.widest(document)
            line = 1.3 / POINTS_A_METRE
            self.assertAlmostEqual(wide, 6 / ratio + line, delta=0.0005)
            self.assertAlmostEqual(tall, 4 / ratio + line, delta=0.0005)
            self.assertIn(text, self.words(document))

    def test_it_says_sides_diagonals_heights_and_what_to_take_off(self) -> None:
        words = self.words(self.pdf("plan", "toward=left&side=street"))
        for said in ("19' 8 1/4\"", "13' 1 1/2\"", "23' 7 7/8\"", "Street side", "Measures"):
            self.assertIn(said, words)
        # The beam stands at 54' 6 1/2", the stone is to lie at 50' 11 1/2".
        self.assertIn('C 2"', words)
        self.assertIn("ON", words)
        self.assertNotIn("North", words)
        tenths = self.words(self.pdf("plan", "tenths=true"))
        self.assertIn("C 0.17", tenths)

    def test_no_words_on_it_cover_others(self) -> None:
        for query in ("", "paper=a4&wide=true", "paper=a3"):
            page = self.pdf("plan", query)[0].get_textpage()
            boxes = [page.get_rect(n) for n in range(page.count_rects())]
            self.assertGreater(len(boxes), 20)
            for n, one in enumerate(boxes):
                for other in boxes[n + 1 :]:
                    wide = min(one[2], other[2]) - max(one[0], other[0])
                    tall = min(one[3], other[3]) - max(one[1], other[1])
                    if wide > 0 and tall > 0:
                        smaller = min((r - a) * (t - f) for a, f, r, t in (one, other))
                        self.assertLess(wide * tall / smaller, 0.35, (one, other))

    def test_a_job_without_a_plan_has_no_sheet(self) -> None:
        self.job = UUID(int=7)
        self.ok(self.foreman, "jobs", self.job_body(benchmark=None, name="Empty"))
        self.assertIn("Nothing is on the plan", self.why_not("plan")[""])
        self.assertIn("No point", self.why_not("stakes")["task"])
        self.assertIn("No point", self.why_not("walk")["task"])

    def test_no_other_crew_and_nothing_unheard_of(self) -> None:
        for name in ("plan", "stakes", "walk", "piers"):
            address = f"/api/v1/jobs/{self.job}/{name}.pdf?paper=letter"
            self.assertEqual(self.outsider.get(address).status_code, 404)
        address = f"/api/v1/jobs/{self.job}/plan.pdf?paper=napkin"
        self.assertEqual(self.helper.get(address).status_code, 400)


class Stakes(SheetCase):
    """Labels and their codes."""

    def codes(self, document: pdfium.PdfDocument) -> list[str]:
        """Return what a reader reads off every page."""
        found = []
        for page in document:
            picture = page.render(scale=3).to_pil()
            found += [barcode.text for barcode in zxingcpp.read_barcodes(picture)]
        return found

    def test_every_code_opens_its_point(self) -> None:
        document = self.pdf("stakes", "task=stone")
        codes = self.codes(document)
        keys = {str(key) for key in Point.objects.values_list("pk", flat=True)}
        self.assertEqual(len(codes), len(keys))
        self.assertEqual({code.removeprefix("http://testserver/at/") for code in codes}, keys)
        at = self.get(f"points/{codes[0].rpartition('/')[2]}/at", self.helper)
        self.assertEqual(
            at, {"job": str(self.job), "stage": "stone", "floor": self.floor, "element": ""}
        )
        self.get(f"points/{codes[0].rpartition('/')[2]}/at", self.outsider, 404)

    def test_each_says_what_to_do_to_which_surface_and_how_far_off_it_stands(self) -> None:
        words = self.words(self.pdf("stakes", "task=stone&offset=3 ft"))
        for said in ("A1", 'C 2"', "to the stone", "offset 3 ft", "set 50' 11 1/2\"", "Shed"):
            self.assertIn(said, words)

    def test_ground_that_was_shot_is_told_and_other_ground_is_to_be_shot(self) -> None:
        body = element_body("boards", self.floor) | {"name": "Corners"}
        self.ok(self.foreman, f"jobs/{self.job}/elements", body)
        points = Point.objects.filter(element__name="Corners").order_by("position")
        shot = self.shot_body(self.set_up, str(points[0].pk), "5' 1\"")
        self.ok(self.helper, "shots", shot)
        words = self.words(self.pdf("stakes", f"task={points[0].task}"))
        # The beam at 54' 6 1/2" less the reading.
        self.assertIn("ground at 49' 5 1/2\"", words)
        self.assertEqual(words.count("to be shot"), points.count() - 1)

    def test_a_page_each_is_one_each(self) -> None:
        document = self.pdf("stakes", "one_each=true")
        self.assertEqual(len(document), Point.objects.count())
        self.assertEqual(len(self.codes(document)), Point.objects.count())

    def test_what_was_typed_is_no_more_than_text(self) -> None:
        words = self.words(self.pdf("stakes", "offset=%3Cb%3E%22%27"))
        self.assertIn("offset <b>\"'", words)
        name = "W" * 40
        self.add_floor(name=name)
        self.assertIn("WW", self.words(self.pdf("stakes")))


class Lists(SheetCase):
    """Walking order, piers, a section."""

    def test_points_are_listed_in_the_order_they_are_walked_with_the_thickness_to_spray(
        self,
    ) -> None:
        words = self.words(self.pdf("walk", "task=stone"))
        # The slab is 5 in thick over stone that is on; 2 in high leaves 3 in.
        self.assertIn('Floor, A1 C 2" the stone 3"', words)
        self.assertIn('Floor, A2 ON the stone 5"', words)
        order = re.findall(r"Floor, ([A-Z]\d+)", words)
        names = list(Point.objects.order_by("position").values_list("name", flat=True))
        self.assertEqual(order, names)

    def test_piers_have_their_schedule_and_a_job_without_has_none(self) -> None:
        self.assertIn("no piers", self.why_not("piers")[""])
        body = element_body("piers", self.floor) | {"part": "finished", "layers": []}
        self.ok(self.foreman, f"jobs/{self.job}/elements", body)
        words = self.words(self.pdf("piers"))
        for said in ("The piers: pier schedule", 'Tubes of 10"', "9' 10 1/8\"", "51' 4 1/2\""):
            self.assertIn(said, words)

    def test_a_section_says_its_length_its_exaggeration_and_what_was_found(self) -> None:
        ends = "from_right=-1 m&from_away=0&to_right=7 m&to_away=0"
        words = self.words(self.pdf("section", ends))
        self.assertRegex(words, r"section, 26' 3\" long, heights drawn \d+ times as high")
        for said in ("Floor, top of slab", "Floor, stone", "the stone A1", "51' 1 1/2\""):
            self.assertIn(said, words)
        self.assertIn("to_right", self.why_not("section", ends.replace("7 m", "-1 m")))
        self.assertIn(
            "from_away", self.why_not("section", ends.replace("from_away=0", "from_away=x"))
        )
        off = "from_right=-1 m&from_away=90 m&to_right=7 m&to_away=90 m"
        self.assertIn("Nothing of the plan", self.why_not("section", off)["to_right"])


class OnAPage(SheetCase):
    """A section as a page draws it, over a floor of 6 m by 4 m whose A1 was shot 2 in high."""

    ENDS = "from_right=-1 m&from_away=0&to_right=7 m&to_away=0"

    def section(self, ends: str = ENDS, status: int = 200) -> Any:
        return self.get(f"jobs/{self.job}/section?{ends}", self.helper, status)

    def test_each_surface_runs_over_the_floor_at_its_height(self) -> None:
        told = self.section()
        self.assertEqual(told["length"]["text"], "26' 3\"")
        levels = {"Floor, top of slab": 15.6591, "Floor, stone": 15.5321}
        for name, level in levels.items():
            (one,) = [cut for cut in told["surfaces"] if cut["name"] == name]
            (way,) = one["stretches"]
            self.assertEqual(len(way), 2, "a straight line is told by its ends")
            self.assertAlmostEqual(way[0]["along"], 1.0, delta=0.05)
            self.assertAlmostEqual(way[-1]["along"], 7.0, delta=0.05)
            self.assertEqual({point["height"] for point in way}, {way[0]["height"]})
            self.assertAlmostEqual(way[0]["height"], level, places=4)
        shot = next(one for one in told["found"] if one["point"] == "A1")
        self.assertAlmostEqual(shot["along"], 1.0, places=6)
        self.assertEqual(shot["elevation"]["text"], "51' 1 1/2\"")
        self.assertEqual(told["highest"]["text"], "51' 4 1/2\"")

    def test_it_is_drawn_the_higher_the_flatter_it_is(self) -> None:
        times = self.section()["times"]
        longer = self.section("from_right=-40 m&from_away=0&to_right=70 m&to_away=0")
        self.assertGreater(longer["times"], times)
        for told in (self.section(), longer):
            tall = float(told["highest"]["metres"]) - float(told["lowest"]["metres"])
            self.assertLessEqual(tall * told["times"], float(told["length"]["metres"]) / 3 + 1e-6)

    def test_what_cuts_nothing_and_whose_job_it_is_not_are_refused(self) -> None:
        for ends in (self.ENDS.replace("7 m", "-1 m"), self.ENDS.replace("away=0", "away=90 m")):
            (error,) = self.section(ends, 400)["errors"]
            self.assertTrue(error["why"])
        self.get(f"jobs/{self.job}/section?{self.ENDS}", self.outsider, 404)
        self.get(f"jobs/{self.job}/section?from_right=1", status=400)


class Folders(SheetCase):
    """The job as a folder."""

    def test_everything_is_in_it_once_with_its_digest(self) -> None:
        shown = {
            "id": str(UUID(int=3)), "kind": "set-up", "about": self.set_up, "picture": a_picture(),
            "taken_at": TAKEN_AT,
        }  # fmt: skip
        self.ok(self.foreman, f"jobs/{self.job}/pictures", shown)
        answer: Any = self.helper.get(f"/api/v1/jobs/{self.job}/folder.zip")
        self.assertEqual(answer.status_code, 200)
        packed = zipfile.ZipFile(io.BytesIO(b"".join(answer.streaming_content)))
        rows = list(csv.DictReader(io.StringIO(packed.read("contents.csv").decode())))
        names = {row["file"] for row in rows}
        self.assertEqual(names | {"contents.csv"}, set(packed.namelist()))
        self.assertEqual(len(names), len(rows))
        for row in rows:
            content = packed.read(row["file"])
            self.assertEqual(row["sha256"], hashlib.sha256(content).hexdigest(), row["file"])
            self.assertEqual(row["bytes"], str(len(content)))
        for name in ("job.json", "drawings/plan.dxf", "sheets/stakes.pdf", "tables/take-off.xlsx"):
            self.assertIn(name, names)
        self.assertTrue(any(name.startswith("pictures/") for name in names))
        self.assertNotIn("sheets/piers.pdf", names)

    def test_another_crew_gets_none(self) -> None:
        self.assertEqual(self.outsider.get(f"/api/v1/jobs/{self.job}/folder.zip").status_code, 404)
