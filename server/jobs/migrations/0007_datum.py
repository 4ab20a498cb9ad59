import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

from server.database.steps import Once

import server.common.quantities
from core.lengths import Length


def typed_in_the_jobs_style(apps, _):
    """Until now a job kept its style, so that every plan was typed in it."""
    for name in ("Floor", "Element"):
        model = apps.get_model("jobs", name)
        for job, style in apps.get_model("jobs", "Job").objects.values_list("pk", "style"):
            model.objects.filter(job_id=job).update(typed_style=style)


def kept_style(model_name):
    return migrations.AddField(
        model_name=model_name,
        name="typed_style",
        field=models.CharField(max_length=10, default=""),
        preserve_default=False,
    )


def kept_datum(model_name):
    return migrations.AddField(
        model_name=model_name,
        name="typed_datum",
        field=server.common.quantities.LengthField(default=Length(0)),
    )


class Migration(migrations.Migration):
    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("jobs", "0006_free_points"),
    ]

    operations = [
        migrations.AddField(
            model_name="job",
            name="datum",
            field=server.common.quantities.LengthField(default=Length(0)),
        ),
        kept_style("floor"),
        kept_datum("floor"),
        kept_style("element"),
        kept_datum("element"),
        Once(typed_in_the_jobs_style),
        migrations.CreateModel(
            name="DatumTie",
            fields=[
                ("id", models.UUIDField(primary_key=True, serialize=False)),
                ("recorded_at", models.DateTimeField(auto_now_add=True)),
                ("datum", server.common.quantities.LengthField()),
                ("typed", models.CharField(max_length=60)),
                (
                    "benchmark",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT,
                        related_name="ties",
                        to="jobs.benchmark",
                    ),
                ),
                (
                    "job",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT,
                        related_name="ties",
                        to="jobs.job",
                    ),
                ),
                (
                    "taken_by",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.PROTECT,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={"abstract": False},
        ),
    ]
