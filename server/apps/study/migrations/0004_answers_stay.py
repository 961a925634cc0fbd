import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("study", "0003_as_written"), ("assignments", "0005_editions_stay")]

    operations = [
        migrations.AlterField(
            "student",
            "assignment",
            models.ForeignKey(
                on_delete=django.db.models.deletion.PROTECT, related_name="students", to="assignments.assignment"
            ),
        ),
        migrations.AlterField(
            "answer",
            "student",
            models.ForeignKey(
                on_delete=django.db.models.deletion.PROTECT, related_name="answers", to="study.student"
            ),
        ),
    ]
