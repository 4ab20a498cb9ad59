"""A job as a whole: named anew, archived and brought back, deleted while it is empty."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

from server.fieldbook.models import Shot
from server.jobs.models import Archived, Happening, Job
from server.tests.addresses import AddressCase

NOT_HERE = {"jobs", "heights", "rods", "instruments", "receivers", "usual-kit", "checks"}


class KeepJobs(AddressCase):
    """What was wrong is put right, nothing is lost."""

    def put(self, path: str, body: Any, status: int = 200) -> Any:
        answer = self.foreman.put(f"/api/v1/{path}", body, content_type="application/json")
        self.assertEqual(answer.status_code, status, answer.content)
        return answer.json()

    def archive(self, *, is_archived: bool) -> dict[str, bool]:
        """Archive the job, or bring it back; returns which jobs are archived."""
        told = self.put(f"jobs/{self.job}/archived", {"is_archived": is_archived})
        return {job["id"]: job["is_archived"] for job in told["jobs"]}

    def test_a_name_is_changed_and_what_it_was_stays_on_record(self) -> None:
        before = Job.objects.get(pk=self.job)
        self.put(f"jobs/{self.job}/name", {"name": "Spring house ", "place": "Up the lane"})
        self.assertEqual(self.get(f"jobs/{self.job}")["name"], "Spring house")
        noted = Happening.objects.get()
        self.assertEqual(noted.before, {"name": before.name, "place": before.place})
        self.assertEqual(noted.after, {"name": "Spring house", "place": "Up the lane"})
        self.assertEqual((noted.done_by.first_name, noted.job_key), ("Foreman", self.job))
        self.assertIsNotNone(noted.phone)
        self.put(f"jobs/{self.job}/name", {"name": "Spring house", "place": "Up the lane"})
        self.assertEqual(Happening.objects.count(), 1, "nothing changed, nothing happened")
        told = self.put(f"jobs/{self.job}/name", {"name": "x" * 81, "place": ""}, 400)
        self.assertEqual(told["errors"][0]["field"], "name")

    def test_what_was_changed_is_told_to_the_crew_from_what_to_what(self) -> None:
        place = Job.objects.get(pk=self.job).place
        for name, where in (("One", place), ("Two", "Up the lane")):
            self.put(f"jobs/{self.job}/name", {"name": name, "place": where})
        self.archive(is_archived=True)
        path = f"jobs/{self.job}/happened"
        last, second, *_ = self.get(path, self.helper)["happened"]
        self.assertEqual((last["what"], last["changed"], last["by"]), ("Archived", [], "Foreman"))
        self.assertEqual(
            second["changed"],
            [
                {"name": "name", "before": "One", "after": "Two"},
                {"name": "place", "before": place, "after": "Up the lane"},
            ],
        )
        self.get(path, self.outsider, 404)

    def test_an_archived_job_is_seen_and_takes_nothing(self) -> None:
        shots = Shot.objects.count()
        self.assertEqual(self.archive(is_archived=True), {str(self.job): True})
        self.assertTrue(self.get(f"jobs/{self.job}")["is_archived"])
        for path in self.reads:
            self.get(path)
        for path, body, _ in self.writes():
            if path.partition("?")[0].rpartition("/")[2] in NOT_HERE or "instruments/" in path:
                continue
            if path.endswith("records"):
                continue
            with self.subTest(path):
                why = self.refused(self.foreman, path, body, 409)[""]
                self.assertIn("This job is archived", why)
        self.assertEqual(Shot.objects.count(), shots)
        self.assertEqual(self.archive(is_archived=True), {str(self.job): True}, "twice is once")
        self.assertEqual(self.archive(is_archived=False), {str(self.job): False})
        self.ok(self.helper, "shots", self.shot_body(self.set_up_id, self.point, "3' 7\""))
        self.assertEqual(
            list(Happening.objects.order_by("recorded_at").values_list("what", flat=True)),
            ["Archived", "Brought back"],
        )
        self.assertFalse(Archived.objects.exists())

    def test_what_was_sent_before_it_was_archived_is_still_once(self) -> None:
        body = self.shot_body(self.set_up_id, self.point, "3' 7\"")
        self.ok(self.helper, "shots", body)
        self.archive(is_archived=True)
        self.refused(self.helper, "shots", body, 409)
        self.archive(is_archived=False)
        self.ok(self.helper, "shots", body, 200)
        self.assertEqual(Shot.objects.filter(pk=body["id"]).count(), 1)

    def test_a_job_with_anything_in_it_is_never_deleted_and_an_empty_one_is(self) -> None:
        why = self.refused(self.foreman, f"jobs/{self.job}/deletion", {}, 409)[""]
        self.assertIn("Something is recorded in this job: benchmarks", why)
        self.assertFalse(Happening.objects.exists(), "nothing half done")
        empty = str(uuid4())
        body = {"id": empty, "crew": str(self.crew.pk), "name": "Oops", "style": "m"}
        self.ok(self.foreman, "jobs", body)
        self.ok(self.helper, f"jobs/{empty}/deletion", {}, 403)
        self.ok(self.outsider, f"jobs/{empty}/deletion", {}, 404)
        told = self.ok(self.foreman, f"jobs/{empty}/deletion", {}, 200)
        self.assertEqual([job["id"] for job in told["jobs"]], [str(self.job)])
        noted = Happening.objects.get()
        self.assertEqual((noted.what, noted.before["name"]), ("Deleted", "Oops"))
        self.get(f"jobs/{empty}", self.foreman, 404)
