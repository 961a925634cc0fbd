import secrets

from django.db import migrations, models


def a_secret_each(apps, schema_editor):
    for edition in apps.get_model("assignments", "Edition").objects.only("id"):
        edition.secret = secrets.token_hex()
        edition.save(update_fields=["secret"])


class Migration(migrations.Migration):
    dependencies = [("assignments", "0003_time_limits")]

    operations = [
        migrations.AddField("edition", "secret", models.CharField(default="", max_length=64)),
        migrations.RunPython(a_secret_each, migrations.RunPython.noop),
        migrations.AlterField("edition", "secret", models.CharField(default=secrets.token_hex, max_length=64)),
        migrations.AddField("assignment", "grace_min", models.PositiveIntegerField(default=60)),
        migrations.AlterField("assignment", "feedback", models.CharField(default="at_once", max_length=13)),
    ]
