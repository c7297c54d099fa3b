"""The ear: counts hits by their sound.

- ``wav_head``   how a recording is packed; ``wav`` reads it a piece at a time
- ``edges``      the bands: where they lie, and how quiet they can be
- ``bands``      turns samples into levels, twelve bands every 5 ms
- ``peaks``      finds in the levels where something begins to sound: a ``peak`` each
- ``stream``     does the same hop by hop, as levels come
- ``choosing``   says which of the peaks are hits, by their strength in several ``ways``, by ``chains`` at an even
                 tempo, by ``sounds`` and ``lessons`` of the place
- ``groups``     what comes close together: rallies, claps
- ``kinds``      tells kinds of hits apart: the racket and the floor
- ``hearing``    one recording as it is heard, with what the athlete strikes out and adds
- ``claps``      two or three of them, as commands
- ``played``     what hits come to: rallies, tempo, time lost, the best window
- ``listening``  a file from its first byte to its hits

``python -m jolly_core.ear FILE.wav --mode all|racket`` prints the hits of a recording.
"""
