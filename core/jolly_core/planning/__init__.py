"""What to do, and how much of it.

- ``arrangement``  a block that fits: which runs, in which order, warm-up first
- ``warmup``       the parts of a warm-up
- ``tuner``        what a mark costs, which one is safe, which would be a stretch
"""
