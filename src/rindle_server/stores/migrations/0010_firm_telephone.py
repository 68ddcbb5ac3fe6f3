from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('stores', '0009_teams'),
    ]

    operations = [
        migrations.AddField(
            model_name='firm',
            name='telephone',
            field=models.CharField(blank=True, max_length=80),
        ),
    ]
