from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("assignments", "0006_media_pass")]

    operations = [
        migrations.AddField("assignment", "shut_at", models.DateTimeField(null=True)),
        migrations.AddField("assignment", "removed_at", models.DateTimeField(db_index=True, null=True)),
    ]
