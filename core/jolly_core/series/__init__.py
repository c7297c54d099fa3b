"""Statistics of results in order of time.

- ``process_limits``, ``moving_average``  between which ends results fall while nothing changes
- ``trend``, ``change_point``             whether they rise or fall, how fast, and whether they shifted once
- ``sequences``                           what the order of makes and misses within runs says
"""
