import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("lessons", "0010_nothing_to_check")]

    operations = [
        migrations.CreateModel(
            name="SecondOpinion",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("key", models.CharField(max_length=64)),
                ("by", models.CharField(max_length=80)),
                ("opinion", models.JSONField()),
                ("made_at", models.DateTimeField(auto_now_add=True)),
                (
                    "lesson",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE, related_name="opinions", to="lessons.lesson"
                    ),
                ),
            ],
            options={
                "constraints": [
                    models.UniqueConstraint(fields=("lesson", "key"), name="one_opinion_on_the_same_words")
                ]
            },
        ),
    ]
