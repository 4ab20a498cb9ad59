from django.db import migrations, models
from django.db.models import F

import server.jobs.models


def begun_when_it_was_opened(apps, _):
    apps.get_model("jobs", "Job").objects.update(begun_at=F("created_at"))


class Migration(migrations.Migration):
    dependencies = [("jobs", "0007_datum")]

    operations = [
        migrations.AddField(
            model_name="job",
            name="begun_at",
            field=models.DateTimeField(default=server.jobs.models.job_begun),
        ),
        migrations.RunPython(begun_when_it_was_opened, migrations.RunPython.noop),
    ]
