"""Two ways of doing a thing, tried on oneself in a balanced random order.

- ``order``          which way each run is played: permuted blocks of four
- ``randomisation``  whether the difference is more than the luck of that order: a randomisation test, and its interval
- ``decision``       what may be said at any time, and when the trial may end, by a rule that was fixed before
"""
