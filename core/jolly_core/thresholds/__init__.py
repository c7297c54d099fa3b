"""The athlete's own success criterion.

- ``threshold``  the criterion: a metric, its mark, and conditions of which all must hold
- ``condition``  what a condition is; one module in ``conditions`` for each
- ``evidence``   how far a side's runs fill it
- ``price``      how often luck passes it, and how long who is ready waits; ``proposing`` goes the other way
- ``schools``    conditions and blocks by default
- ``fair``       what is fair to ask of a game that nothing was asked of yet
"""
