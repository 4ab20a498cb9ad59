import django.db.models.deletion
from django.db import migrations, models

from server.database.steps import Once


METRIC = ("m", "mm")


def ordered_in_the_jobs_unit(apps, _):
    """Until now a job kept its style, so that what was ordered is in its unit."""
    answers = apps.get_model("pour", "PourAnswer").objects.filter(question="ordered")
    answers.filter(pour__job__style__in=METRIC).update(given_for="m³")
    answers.exclude(pour__job__style__in=METRIC).update(given_for="yd³")


class Migration(migrations.Migration):
    dependencies = [
        ("jobs", "0007_datum"),
        ("pour", "0004_pricelist_truck_alter_pouranswer_question"),
    ]

    operations = [
        Once(ordered_in_the_jobs_unit),
        migrations.AlterField(
            model_name="pricelist",
            name="job",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="prices",
                to="jobs.job",
            ),
        ),
        migrations.AddConstraint(
            model_name="pricelist",
            constraint=models.UniqueConstraint(
                fields=("job", "is_metric"), name="prices_once_a_job"
            ),
        ),
    ]
