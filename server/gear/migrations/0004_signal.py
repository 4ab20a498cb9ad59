"""A receiver may beep faster the nearer it is, or show arrows or lights alone."""

from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [
        ("gear", "0003_instrumentcheck_axis"),
    ]

    operations = [
        migrations.RenameField("receiver", "fast_beep", "signal"),
    ]
