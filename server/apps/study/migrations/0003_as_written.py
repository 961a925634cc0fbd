"""Answers are kept as their items are written; those to match and order named the places that were shown."""

import random

import django.contrib.postgres.fields
from django.db import migrations, models


def shuffled(count, seed):
    """The order in which such an item was shown until now."""
    places = list(range(count))
    if count > 1:
        rng = random.Random(seed)
        while places == list(range(count)):
            rng.shuffle(places)
    return places


def keep_as_written(apps, schema_editor):
    answers = apps.get_model("study", "Answer").objects
    for edition in apps.get_model("assignments", "Edition").objects.all():
        for item in edition.content["items"]:
            if item["kind"] not in ("match", "order"):
                continue
            places = shuffled(len(item["pairs" if item["kind"] == "match" else "steps"]), item["id"])
            for answer in answers.filter(student__assignment__edition=edition, item_id=item["id"]):
                if "arranged" in answer.response:
                    answer.response["arranged"] = [places[n] for n in answer.response["arranged"]]
                    answer.save(update_fields=["response"])


class Migration(migrations.Migration):
    dependencies = [("study", "0002_clock"), ("assignments", "0004_secret_and_grace")]

    operations = [
        migrations.AddField(
            "student", "shown", django.contrib.postgres.fields.ArrayField(models.UUIDField(), default=list)
        ),
        migrations.AddField("student", "over_reported", models.BooleanField(default=False)),
        migrations.AddField("answer", "given_at", models.DateTimeField(null=True)),
        migrations.RunPython(keep_as_written, migrations.RunPython.noop),
    ]
