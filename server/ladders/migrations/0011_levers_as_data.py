"""What makes a rung harder is data: what was said in words becomes levers, and stays in words where it was no number."""

import re

from django.db import migrations, models

NUMBER = r"(\d+(?:\.\d+)?)"
#: As this migration knows them: what the words were, the lever they become, and what its number is multiplied by.
KNOWN = [
    (re.compile(rf"distance {NUMBER} m"), "distance", 1),
    (re.compile(rf"(?:target|lane) {NUMBER} m wide"), "size", 1),
    (re.compile(rf"lane {NUMBER} cm wide"), "size", 0.01),
    (re.compile(rf"height {NUMBER} m"), "height", 1),
    (re.compile(rf"time {NUMBER} s"), "time", 1),
    (re.compile(rf"repetitions {NUMBER}"), "repetitions", 1),
    (re.compile(rf"{NUMBER} (?:in a row|reps|shots)"), "repetitions", 1),
]
LONGEST_WORDS = 60


def levers_of(text):
    levers = {}
    own = []
    for words in filter(None, (each.strip() for each in text.split(", "))):
        for pattern, kind, times in KNOWN:
            found = pattern.fullmatch(words)
            if found and kind not in levers:
                levers[kind] = {"v": 1, "kind": kind, "value": float(found[1]) * times, "words": ""}
                break
        else:
            own.append(words)
    if own:
        levers["own"] = {"v": 1, "kind": "own", "value": None, "words": ", ".join(own)[:LONGEST_WORDS]}
    return list(levers.values())


def read_words(apps, schema_editor):
    rungs = apps.get_model("ladders", "Rung")
    for rung in rungs.objects.exclude(lever="").iterator():
        rung.levers = levers_of(rung.lever)
        rung.save(update_fields=["levers"])


class Migration(migrations.Migration):
    dependencies = [("ladders", "0010_card_of_a_rung")]

    operations = [
        migrations.AddField("rung", "levers", models.JSONField(default=list)),
        migrations.RunPython(read_words, migrations.RunPython.noop),
        migrations.RemoveField("rung", "lever"),
    ]
