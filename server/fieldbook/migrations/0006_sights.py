"""Every sight is kept as what it was; a beam that was taped becomes a backsight of its own.

On a rod whose numbers tell the beam the tape had been taken in and ignored: it is kept, struck.
"""

from __future__ import annotations

from uuid import uuid5

import django.db.models.deletion
from django.db import migrations, models

from server.database.steps import Once

from core.lengths import Reading


IGNORED = "Taped beside a rod that tells the beam itself; it never counted."


def tapes_as_backsights(apps, schema_editor):
    """Make a further backsight of each tape, on the point the set-up stands on."""
    set_ups = apps.get_model("fieldbook", "SetUp").objects
    further = apps.get_model("fieldbook", "ExtraBacksight").objects
    strikes = apps.get_model("fieldbook", "BacksightStrike").objects
    taped = set_ups.filter(taped_above_benchmark__isnull=False).select_related("rod")
    for set_up in taped.order_by("number"):
        above = set_up.taped_above_benchmark
        extra = further.create(
            id=uuid5(set_up.pk, "taped"),
            set_up=set_up,
            benchmark_id=set_up.benchmark_id,
            turning_point_id=set_up.turning_point_id,
            reading=Reading(abs(above.nanometres)),
            typed=f"{abs(above).metres.normalize():f} m",
            sight="taped-down" if above.nanometres >= 0 else "taped-up",
        )
        if set_up.rod.numbering == "up":
            strikes.create(
                id=uuid5(set_up.pk, "taped beside the rod"),
                extra=extra,
                reason=IGNORED,
                taken_by_id=set_up.taken_by_id,
            )


class Migration(migrations.Migration):

    dependencies = [
        ('fieldbook', '0005_backsightstrike'),
        ('jobs', '0005_floor_underside'),
    ]

    operations = [
        migrations.AddField(
            model_name='extrabacksight',
            name='sight',
            field=models.CharField(choices=[('standing', 'rod standing'), ('upside-down', 'rod upside down'), ('taped-down', 'taped down from the beam'), ('taped-up', 'taped up from the beam'), ('on-the-point', 'instrument on the point')], default='standing', max_length=12),
        ),
        migrations.AddField(
            model_name='extrabacksight',
            name='turning_point',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='fieldbook.turningpoint'),
        ),
        migrations.AddField(
            model_name='reread',
            name='sight',
            field=models.CharField(choices=[('standing', 'rod standing'), ('upside-down', 'rod upside down'), ('taped-down', 'taped down from the beam'), ('taped-up', 'taped up from the beam'), ('on-the-point', 'instrument on the point')], default='standing', max_length=12),
        ),
        migrations.AddField(
            model_name='setup',
            name='backsight_sight',
            field=models.CharField(choices=[('standing', 'rod standing'), ('upside-down', 'rod upside down'), ('taped-down', 'taped down from the beam'), ('taped-up', 'taped up from the beam'), ('on-the-point', 'instrument on the point')], default='standing', max_length=12),
        ),
        migrations.AddField(
            model_name='shot',
            name='sight',
            field=models.CharField(choices=[('standing', 'rod standing'), ('upside-down', 'rod upside down'), ('taped-down', 'taped down from the beam'), ('taped-up', 'taped up from the beam'), ('on-the-point', 'instrument on the point')], default='standing', max_length=12),
        ),
        migrations.AddField(
            model_name='turningpoint',
            name='sight',
            field=models.CharField(choices=[('standing', 'rod standing'), ('upside-down', 'rod upside down'), ('taped-down', 'taped down from the beam'), ('taped-up', 'taped up from the beam'), ('on-the-point', 'instrument on the point')], default='standing', max_length=12),
        ),
        migrations.AlterField(
            model_name='extrabacksight',
            name='benchmark',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.PROTECT, related_name='+', to='jobs.benchmark'),
        ),
        Once(tapes_as_backsights),
        migrations.RemoveField(
            model_name='setup',
            name='taped_above_benchmark',
        ),
        migrations.AddConstraint(
            model_name='extrabacksight',
            constraint=models.CheckConstraint(condition=models.Q(('benchmark__isnull', False), ('turning_point__isnull', False), _connector='XOR'), name='backsight_is_on_one_point'),
        ),
    ]
