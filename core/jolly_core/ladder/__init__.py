"""What a ladder is beside its rungs' games: where each thing is.

- ``needs``  what has to be held before a rung makes sense, and that no rungs need each other
- ``order``  which rungs stay held when rungs are put in, moved or taken out
"""
