import django.utils.timezone
from django.db import migrations, models

from server.database.steps import Once
from django.db.models import F



def begun_when_it_was_opened(apps, _):
    apps.get_model("jobs", "Job").objects.update(begun_at=F("created_at"))


class Migration(migrations.Migration):
    dependencies = [("jobs", "0007_datum")]

    operations = [
        migrations.AddField(
            model_name="job",
            name="begun_at",
            field=models.DateTimeField(default=django.utils.timezone.now),
        ),
        Once(begun_when_it_was_opened),
    ]
