from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("lessons", "0007_change_about")]

    operations = [migrations.AddField("item", "job", models.UUIDField(db_index=True, null=True))]
