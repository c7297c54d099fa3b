"""What a ladder is beside its rungs' games: where each thing is.

- ``order``  which rungs stay held when rungs are put in, moved or taken out
"""
