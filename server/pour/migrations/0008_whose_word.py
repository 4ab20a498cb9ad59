from django.db import migrations, models


def column(name, longest):
    return migrations.AddField(
        "noticeacknowledgment",
        name,
        models.CharField(blank=True, default="", max_length=longest),
    )


class Migration(migrations.Migration):
    dependencies = [("pour", "0007_days_that_are")]

    operations = [
        column("witness", 160),
        column("address", 64),
        column("browser", 200),
        column("digest", 64),
    ]
