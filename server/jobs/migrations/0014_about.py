from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ("jobs", "0013_traced"),
    ]

    operations = [
        migrations.AddField(
            model_name="happening",
            name="about",
            field=models.UUIDField(null=True),
        ),
    ]
