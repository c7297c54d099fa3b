"""What the rules advise on a rung.

- ``verdict``      climb, stay, step back or rest, with the reasons
- ``brake``        what speaks for stepping back or for rest; one module in ``brakes`` for each
- ``change``       what further runs would fill the threshold
- ``kept_check``   whether a rung that is held is still there
- ``wall``         what ladders are looked for by
"""
