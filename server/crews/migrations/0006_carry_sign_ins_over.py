"""Sign-ins held before each said whose it is go on; the table they lay in goes."""

from django.conf import settings
from django.contrib.auth import SESSION_KEY
from django.contrib.sessions.backends.db import SessionStore
from django.db import connection, migrations
from django.utils import timezone

OLD = "django_session"


def carry_over(apps, schema_editor):
    with connection.cursor() as cursor:
        if OLD not in connection.introspection.table_names(cursor):
            return
        cursor.execute(f"SELECT session_key, session_data, expire_date FROM {OLD}")
        held = cursor.fetchall()
    session, person = apps.get_model("crews", "Session"), apps.get_model("crews", "User")
    decoder = SessionStore()
    for key, data, expires in held:
        who = decoder.decode(data).get(SESSION_KEY)
        if settings.USE_TZ and timezone.is_naive(expires):
            expires = timezone.make_aware(expires, timezone.get_default_timezone())
        if person.objects.filter(pk=who).exists():
            kept = {"session_data": data, "expire_date": expires, "person_id": who}
            session.objects.get_or_create(session_key=key, defaults=kept)
    with connection.cursor() as cursor:
        cursor.execute(f"DROP TABLE IF EXISTS {OLD}")


class Migration(migrations.Migration):
    dependencies = [("crews", "0005_people")]

    operations = [migrations.RunPython(carry_over, migrations.RunPython.noop, elidable=True)]
