from django.apps.registry import Apps
from django.db import migrations
from django.db.backends.base.schema import BaseDatabaseSchemaEditor
from django.db.models import F


def nothing_to_check(apps: Apps, schema_editor: BaseDatabaseSchemaEditor) -> None:  # noqa: ARG001
    """Lessons that were brought in without items have been checked."""
    apps.get_model("lessons", "Lesson").objects.filter(items=None).update(checked_version=F("version"))


class Migration(migrations.Migration):
    dependencies = [("lessons", "0009_removed")]

    operations = [migrations.RunPython(nothing_to_check, migrations.RunPython.noop)]
