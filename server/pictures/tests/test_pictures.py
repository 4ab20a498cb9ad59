"""Pictures: only what is to be seen goes on; what is none does nothing but be refused."""

from __future__ import annotations

import base64
import hashlib
import io
import json
import random
import zipfile
from typing import Any
from unittest import mock
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import SimpleTestCase
from PIL import Image

from server.pictures.jpeg import NoPicture, is_bare
from server.pictures.models import Picture, PictureContent
from server.pictures.tests.pixels import drawn, in_base64, with_a_place
from server.pictures.written_anew import LARGEST_SIDE, SMALL_SIDE, written_anew
from server.tests.pours import PourTestCase
from server.tests.site import TAKEN_AT, Body


def opened(content: bytes) -> Image.Image:
    return Image.open(io.BytesIO(content))


def light_at(content: bytes, y: int) -> int:
    """Return how light a picture is at a height, 0 to 255."""
    return opened(content).convert("L").tobytes()[y * 640 + 300]


class WrittenAnew(SimpleTestCase):
    """What a picture says besides what it shows is gone, and it stands upright."""

    def test_nothing_is_left_of_where_and_by_what_it_was_taken(self) -> None:
        before = with_a_place()
        self.assertFalse(is_bare(before))
        for content in written_anew(before):
            self.assertTrue(is_bare(content))
            self.assertEqual(dict(opened(content).getexif()), {})
            for word in (b"Exif", b"maker", b"somebody"):
                self.assertNotIn(word, content)

    def test_one_that_stood_on_its_head_stands_upright(self) -> None:
        large, _ = written_anew(with_a_place())
        above, below = (light_at(large, y) for y in (60, 420))
        self.assertLess(above, below, "its light half lay below once it was turned")

    def test_it_is_scaled_and_keeps_its_shape(self) -> None:
        large, small = written_anew(drawn((4000, 2000)))
        self.assertEqual(opened(large).size, (LARGEST_SIDE, LARGEST_SIDE // 2))
        self.assertEqual(opened(small).size, (SMALL_SIDE, SMALL_SIDE // 2))
        self.assertEqual(opened(written_anew(drawn((64, 48)))[0]).size, (64, 48))

    def test_what_is_seen_through_and_what_is_palette_come_as_pictures(self) -> None:
        for kind in ("PNG", "WEBP"):
            self.assertTrue(is_bare(written_anew(drawn(kind=kind))[0]))
        out = io.BytesIO()
        Image.new("RGBA", (50, 50), (10, 20, 30, 0)).save(out, "PNG")
        self.assertTrue(is_bare(written_anew(out.getvalue())[0]))

    def test_what_is_no_picture_is_refused_in_words(self) -> None:
        svg = b"<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"
        for content in (b"", b"\xff\xd8\xff", b"GIF89a", drawn(kind="GIF"), drawn(kind="TIFF"), svg,
                        drawn()[:900], b"PK\x03\x04" + bytes(80)):  # fmt: skip
            with self.subTest(content[:12]), self.assertRaises(NoPicture) as refused:
                written_anew(content)
            self.assertTrue(refused.exception.why and refused.exception.accepts)

    def test_a_bomb_is_refused_before_it_is_decoded(self) -> None:
        bomb = io.BytesIO()
        Image.new("1", (20_000, 20_000)).save(bomb, "PNG")
        self.assertLess(len(bomb.getvalue()), 100_000)
        decoding = mock.patch.object(Image.Image, "convert")
        with decoding as decoded, self.assertRaises(NoPicture):
            written_anew(bomb.getvalue())
        decoded.assert_not_called()
        said = drawn((8, 8), "PNG")
        wide = said[:16] + (60_000).to_bytes(4, "big") * 2 + said[24:]
        with self.assertRaises(NoPicture):
            written_anew(wide)

    def test_damage_does_no_more_than_be_refused(self) -> None:
        draw, whole = random.Random(7), [drawn((80, 60), kind) for kind in ("JPEG", "PNG", "WEBP")]
        kept = 0
        for _ in range(150):
            content = bytearray(draw.choice(whole))
            for _ in range(draw.randint(1, 6)):
                content[draw.randrange(len(content))] = draw.randrange(256)
            try:
                kept += all(map(is_bare, written_anew(bytes(content[: draw.randint(20, 9999)]))))
            except NoPicture:
                continue
        self.assertGreater(kept, 3)

    def test_what_hides_behind_a_picture_is_gone(self) -> None:
        behind = drawn() + b"PK\x03\x04<script>alert(1)</script>"
        self.assertFalse(is_bare(behind))
        for content in written_anew(behind):
            self.assertNotIn(b"script", content)
            self.assertTrue(is_bare(content))
        bare = written_anew(drawn())[0]
        hidden = bare[:2] + b"\xff\xfe\x00\x08secret" + bare[2:]
        for odd in (hidden, bare[:-2], bare + b"\xff\xd9", bare[2:], b"\xff\xd8\xff\xd9\xff\xd9"):
            self.assertFalse(is_bare(odd), odd[:12])


class Pictures(PourTestCase):
    """A picture of something of a job, seen by its crew."""

    def body(self, **changed: Any) -> Body:
        body = {
            "id": str(uuid4()), "kind": "benchmark", "about": str(self.benchmark),
            "picture": in_base64(with_a_place()), "taken_at": TAKEN_AT,
        }  # fmt: skip
        return body | changed

    def test_it_is_kept_once_and_shown_to_the_crew_alone(self) -> None:
        path, body = f"jobs/{self.job}/pictures", self.body(note="the bolt")
        self.ok(self.helper, path, body)
        self.ok(self.helper, path, body, 200)
        (row,) = self.get(path)["pictures"]
        self.assertEqual((row["note"], row["about"]), ("the bolt", str(self.benchmark)))
        for size in ("small", "large"):
            shown = self.get(f"pictures/{body['id']}/{size}")["jpeg"]
            self.assertTrue(is_bare(base64.b64decode(shown)))
            self.get(f"pictures/{body['id']}/{size}", self.outsider, 404)
        self.get(path, self.outsider, 404)
        self.ok(self.outsider, path, self.body(), 404)

    def test_it_is_of_something_of_the_job(self) -> None:
        self.answer("inspection", "passed")
        answer = Picture._meta.apps.get_model("pours", "PourAnswer").objects.get().pk
        there = {
            "set-up": self.set_up_id, "pour": self.pour, "inspection": str(answer),
            "point": next(iter(self.points(str(self.floor)).values())),
        }  # fmt: skip
        path = f"jobs/{self.job}/pictures"
        for kind, about in there.items():
            self.ok(self.helper, path, self.body(kind=kind, about=about))
            self.ok(self.helper, path, self.body(kind=kind, about=str(uuid4())), 404)
        self.ok(self.helper, path, self.body(kind="knock", about=self.pour), 404)
        self.ok(self.helper, path, self.body(kind="selfie"), 400)
        other = uuid4()
        self.ok(self.foreman, "jobs", self.job_body(id=str(other), name="O", benchmark=None))
        self.ok(self.helper, f"jobs/{other}/pictures", self.body(), 404)

    def test_what_is_none_is_refused_and_leaves_nothing(self) -> None:
        path = f"jobs/{self.job}/pictures"
        for wrong in ("", "???", in_base64(b"MZ" + bytes(50)), in_base64(drawn()[:700]),
                      in_base64(bytes(700_001))):  # fmt: skip
            said = self.refused(self.helper, path, self.body(picture=wrong))
            self.assertIn("picture", said)
        self.refused(self.helper, path, self.body(note="x" * 121))
        self.assertEqual((Picture.objects.count(), PictureContent.objects.count()), (0, 0))

    def test_nobody_says_who_took_it_or_when_it_came(self) -> None:
        body = self.body(taken_by=1, recorded_at="1999-01-01", job=str(uuid4()))
        self.ok(self.helper, f"jobs/{self.job}/pictures", body)
        kept = Picture.objects.get()
        self.assertEqual(kept.taken_by.first_name, "Helper")
        self.assertGreater(kept.recorded_at.year, 2020)

    def test_a_job_takes_so_many_and_no_more(self) -> None:
        with mock.patch("server.pictures.services.add_picture.MOST_OF_A_JOB", 1):
            first = self.body()
            self.ok(self.helper, f"jobs/{self.job}/pictures", first)
            self.ok(self.helper, f"jobs/{self.job}/pictures", self.body(), 409)
            self.ok(self.helper, f"jobs/{self.job}/pictures", first, 200)

    def taken_out(self, part: int = 1, status: int = 200) -> bytes:
        answer = self.helper.get(f"/api/v1/jobs/{self.job}/pictures.zip?part={part}")
        self.assertEqual(answer.status_code, status)
        return bytes(answer.content)

    def brought_in(self, content: bytes, status: int = 200, client: Any = None) -> Any:
        file = SimpleUploadedFile("p.zip", content, "application/zip")
        path = f"/api/v1/jobs/{self.job}/pictures-in"
        answer = (client or self.foreman).post(path, {"id": str(uuid4()), "file": file})
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def test_they_go_out_with_their_digests_and_come_in_again(self) -> None:
        body = self.body()
        self.ok(self.helper, f"jobs/{self.job}/pictures", body)
        content = self.taken_out()
        self.assertEqual(content, self.taken_out())
        with zipfile.ZipFile(io.BytesIO(content)) as packed:
            (listed,) = json.loads(packed.read("pictures.json"))["pictures"]
            picture = packed.read(listed["file"])
        self.assertEqual(listed["sha256"], hashlib.sha256(picture).hexdigest())
        self.assertEqual(self.get(f"jobs/{self.job}/job.json")["pictures"][0]["id"], body["id"])
        PictureContent.objects.all().delete()
        self.taken_out(status=404)
        self.assertEqual(self.brought_in(content), {"brought": 1})
        self.assertEqual(self.brought_in(content), {"brought": 0})
        self.assertEqual(self.taken_out(), content)
        self.brought_in(content, 403, self.helper)
        self.brought_in(content, 404, self.outsider)

    def test_pictures_of_many_bytes_go_out_in_parts(self) -> None:
        for _ in range(3):
            self.ok(self.helper, f"jobs/{self.job}/pictures", self.body())
        size = len(PictureContent.objects.all()[0].large)
        with mock.patch("server.pictures.zipped.LARGEST_PART", size * 2):
            parts = [zipfile.ZipFile(io.BytesIO(self.taken_out(n))).namelist() for n in (1, 2)]
            self.taken_out(3, 404)
        self.assertEqual([len(names) for names in parts], [3, 2])

    def test_a_hostile_zip_is_refused_whole(self) -> None:
        body = self.body()
        self.ok(self.helper, f"jobs/{self.job}/pictures", body)
        PictureContent.objects.all().delete()
        own = f"{body['id']}.jpg"

        def zipped(files: dict[str, bytes], how: int = zipfile.ZIP_STORED) -> bytes:
            out = io.BytesIO()
            with zipfile.ZipFile(out, "w", how) as packed:
                for name, content in files.items():
                    packed.writestr(name, content)
            return out.getvalue()

        good = written_anew(drawn())[0]
        for wrong in (
            b"no zip", zipped({own: b"MZ" + bytes(60)}), zipped({own: bytes(2_000_001)}),
            zipped({own: bytes(5_000_000)}, zipfile.ZIP_DEFLATED), zipped({own: good[:400]}),
            zipped({f"{n}.jpg": b"" for n in range(1002)}), zipped({own: good})[:-30],
        ):  # fmt: skip
            self.brought_in(wrong, 400)
        self.assertEqual(PictureContent.objects.count(), 0)
        hidden = zipped({own: with_a_place(), "../../up.jpg": good})
        self.assertEqual(self.brought_in(hidden), {"brought": 1})
        self.assertTrue(is_bare(bytes(PictureContent.objects.get().large)))
