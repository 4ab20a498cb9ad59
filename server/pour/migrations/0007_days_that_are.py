"""A way out for pours that were planned in a year no calendar of ours can be counted in."""

from datetime import UTC, datetime

from django.db import migrations

from server.database.steps import Once

FIRST, LAST = datetime(2000, 1, 1, tzinfo=UTC), datetime(2100, 1, 1, tzinfo=UTC)


def into_this_century(apps, _):
    pours = apps.get_model("pour", "Pour").objects
    pours.filter(pours_at__lt=FIRST).update(pours_at=FIRST)
    pours.filter(pours_at__gt=LAST).update(pours_at=LAST)


class Migration(migrations.Migration):
    dependencies = [("pour", "0006_clocks")]

    operations = [Once(into_this_century)]
