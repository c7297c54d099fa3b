"""Aim: a player's error is modelled as an angle.

- ``record``   what was played: makes out of tries, or how many landed in each zone
- ``spread``   the angular spread estimated from makes and misses, what it predicts, and what contradicts it
- ``directions``  where balls land on average, and how far they spread across and up
- ``lines``    where on a wall to aim from here to reach there, and what a straight line over a net can reach
"""
