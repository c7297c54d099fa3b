"""The order in which targets are played.

- ``written``  a pattern as it is written: names or numbers, groups that repeat, usual orders, at random
- ``orders``   usual orders of what stands in a list: two and two, the other way round, across and back
- ``draw``     drawing at random by a seed, the same everywhere
"""
