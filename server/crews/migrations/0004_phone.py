from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("crews", "0003_helpers_set_up")]

    operations = [
        migrations.CreateModel(
            name="Phone",
            fields=[
                ("id", models.UUIDField(primary_key=True, serialize=False)),
                ("first_seen_at", models.DateTimeField(auto_now_add=True)),
                ("last_number", models.BigIntegerField(default=0)),
                ("last_counted_at", models.DateTimeField(null=True)),
            ],
        ),
        migrations.CreateModel(
            name="CacheRow",
            fields=[
                (
                    "cache_key",
                    models.CharField(max_length=255, primary_key=True, serialize=False),
                ),
                ("value", models.TextField()),
                ("expires", models.DateTimeField(db_index=True)),
            ],
            options={"db_table": "yp_cache"},
        ),
    ]
