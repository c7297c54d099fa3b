"""An athlete may ask for what is hard to be shortened and spaced."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0006_sides_of_a_body")]

    operations = [migrations.AddField("athlete", "is_eased", models.BooleanField(default=False))]
