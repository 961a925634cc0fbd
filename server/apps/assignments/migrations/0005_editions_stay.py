"""Editions never change: the database itself refuses it. Only the lesson they came from may go."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

FROZEN = """
CREATE FUNCTION edition_stays() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    RAISE EXCEPTION 'an edition never changes' USING ERRCODE = 'integrity_constraint_violation';
END $$;
CREATE TRIGGER edition_stays BEFORE UPDATE ON assignments_edition FOR EACH ROW
WHEN ((OLD.id, OLD.content, OLD.sha256, OLD.secret, OLD.recording_id, OLD.made_at)
      IS DISTINCT FROM (NEW.id, NEW.content, NEW.sha256, NEW.secret, NEW.recording_id, NEW.made_at))
EXECUTE FUNCTION edition_stays();
"""
THAWED = "DROP TRIGGER edition_stays ON assignments_edition; DROP FUNCTION edition_stays();"


class Migration(migrations.Migration):
    dependencies = [("assignments", "0004_secret_and_grace")]

    operations = [
        migrations.RunSQL(FROZEN, THAWED),
        migrations.AlterField(
            "assignment",
            "owner",
            models.ForeignKey(
                on_delete=django.db.models.deletion.PROTECT,
                related_name="assignments",
                to=settings.AUTH_USER_MODEL,
            ),
        ),
    ]
