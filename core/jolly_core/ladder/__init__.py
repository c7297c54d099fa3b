"""What a ladder is beside its rungs' games: where each thing is.

- ``levers``  what makes a rung harder, as data with its unit, and the step between two rungs in words
- ``needs``  what has to be held before a rung makes sense, and that no rungs need each other
- ``order``  which rungs stay held when rungs are put in, moved or taken out
"""
