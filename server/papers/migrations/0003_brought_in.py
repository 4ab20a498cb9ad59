"""Jobs that came in with a file before it was kept beside them."""

from django.db import migrations

from server.database.steps import Once


def kept_beside_the_job(apps, _):
    kept = apps.get_model("jobs", "BroughtIn").objects
    works = apps.get_model("papers", "LongWork").objects
    for work in works.filter(kind="job-in", state="done", job__isnull=False):
        kept.create(
            id=work.pk,
            job_id=work.job_id,
            file_name=work.file_name,
            is_sealed=False,
            taken_by_id=work.asked_by_id,
        )


class Migration(migrations.Migration):
    dependencies = [("papers", "0002_leases"), ("jobs", "0009_brought_in")]

    operations = [Once(kept_beside_the_job)]
