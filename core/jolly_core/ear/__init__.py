"""The ear: counts hits by their sound.

- ``wav``        reads recordings a piece at a time
- ``bands``      turns samples into levels, twelve bands every 5 ms
- ``peaks``      finds in the levels where something begins to sound: a ``peak`` each
- ``choosing``   says which of the peaks are hits
- ``kinds``      tells kinds of hits apart: the racket and the floor
- ``listening``  a recording from its first byte to its hits

``python -m jolly_core.ear FILE.wav --mode all|racket`` prints the hits of a recording.
"""
