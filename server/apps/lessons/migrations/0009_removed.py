from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("lessons", "0008_item_job")]

    operations = [migrations.AddField("lesson", "removed_at", models.DateTimeField(db_index=True, null=True))]
