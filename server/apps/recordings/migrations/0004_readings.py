from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('recordings', '0003_player_dialect'),
    ]

    operations = [
        migrations.RenameModel('SentenceVector', 'SentenceReading'),
        migrations.RenameField('sentencereading', 'data', 'vector'),
        migrations.AlterField(
            model_name='sentencereading',
            name='sentence',
            field=models.OneToOneField(
                on_delete=models.deletion.CASCADE,
                primary_key=True,
                related_name='reading',
                serialize=False,
                to='recordings.sentence',
            ),
        ),
        migrations.AddField(
            model_name='sentencereading',
            name='lemmas',
            field=models.JSONField(null=True),
        ),
    ]
