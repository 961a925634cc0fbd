from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("work", "0002_started_and_cancelled")]

    operations = [migrations.AddField("job", "tries", models.PositiveSmallIntegerField(default=0))]
