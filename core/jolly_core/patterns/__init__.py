"""The order in which targets are played.

- ``written``  a pattern as it is written: the zones' names or numbers, one after the other
- ``made``     usual orders, made from where the zones lie: alternate, two and two, round the clock, opposite
"""
