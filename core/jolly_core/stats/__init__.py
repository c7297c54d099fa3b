"""Statistics of makes and misses; standard library only.

- ``proportions``, ``binomial``, ``chi_square``  intervals and tails
- ``waiting``   how many attempts something takes: mean, variance, ends; ``quota``, ``circuit``, ``walk`` and
                ``collecting`` are waits of games
- ``race``      a race of points
"""
