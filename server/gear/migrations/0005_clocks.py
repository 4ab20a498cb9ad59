"""Every record of a time keeps what its phone said, and by whose clock it counts."""

from datetime import UTC, datetime

from django.db import migrations, models

from server.database.steps import Once
from django.db.models import F

EARLIEST, LATEST = datetime(1970, 1, 2, tzinfo=UTC), datetime(2200, 1, 1, tzinfo=UTC)
TIMES = {
    "instrumentcheck": "made_at",
    "instrumentknock": "happened_at",
}


def said_as_it_counts(apps, _):
    """Until now only the phone's clock was kept: what it said is what counts.

    But nothing counts as later than it came in, or as earlier than there were phones.
    """
    for name, time in TIMES.items():
        rows = apps.get_model("gear", name).objects
        rows.filter(**{f"{time}__lt": EARLIEST}).update(**{time: EARLIEST})
        rows.update(said_at=F(time))
        rows.filter(**{f"{time}__gt": F("recorded_at")}).update(**{time: F("recorded_at")})
        rows.filter(said_at__gt=LATEST).update(said_at=LATEST)


def columns(name):
    return [
        migrations.AddField(name, "said_at", models.DateTimeField(null=True)),
        migrations.AddField(name, "phone", models.UUIDField(null=True)),
        migrations.AddField(name, "phone_number", models.BigIntegerField(null=True)),
        migrations.AddField(name, "clock_off", models.FloatField(null=True)),
        migrations.AddField(name, "clock_give", models.FloatField(default=0.0)),
    ]


class Migration(migrations.Migration):
    dependencies = [("gear", "0004_signal")]

    operations = [
        *(column for name in TIMES for column in columns(name)),
        Once(said_as_it_counts),
        *(migrations.AlterField(name, "said_at", models.DateTimeField()) for name in TIMES),
    ]
