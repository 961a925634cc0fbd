import apps.recordings.models
import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("recordings", "0005_words_of_readings")]

    operations = [
        migrations.CreateModel(
            "MediaPass",
            [
                (
                    "key",
                    models.CharField(
                        default=apps.recordings.models.media_key, max_length=40, primary_key=True, serialize=False
                    ),
                ),
                ("until", models.DateTimeField(null=True)),
                (
                    "recording",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="passes",
                        to="recordings.recording",
                    ),
                ),
            ],
        ),
    ]
