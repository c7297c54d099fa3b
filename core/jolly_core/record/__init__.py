"""What the athlete's own past runs say.

- ``usual``      the average with its spread, the best, how a run compares
- ``yardstick``  the same laid beside a run in play: how far it still is
- ``standing``   how a run stands: tally, number, what is missing
"""
