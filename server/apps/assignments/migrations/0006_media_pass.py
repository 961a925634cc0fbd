import secrets
from datetime import timedelta

import django.db.models.deletion
from django.db import migrations, models


def a_pass_each(apps, schema_editor):
    passes = apps.get_model("recordings", "MediaPass").objects
    for assignment in apps.get_model("assignments", "Assignment").objects.select_related("edition"):
        until = assignment.closes_at + timedelta(days=30) if assignment.closes_at else None
        assignment.media_pass = passes.create(
            key=secrets.token_urlsafe(24), recording_id=assignment.edition.recording_id, until=until
        )
        assignment.save(update_fields=["media_pass"])


class Migration(migrations.Migration):
    dependencies = [("assignments", "0005_editions_stay"), ("recordings", "0006_media_pass")]

    operations = [
        migrations.AddField(
            "assignment",
            "media_pass",
            models.OneToOneField(
                null=True,
                on_delete=django.db.models.deletion.PROTECT,
                related_name="assignment",
                to="recordings.mediapass",
            ),
        ),
        migrations.RunPython(a_pass_each, migrations.RunPython.noop),
    ]
