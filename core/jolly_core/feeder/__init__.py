"""A ball machine's stand-in: where what it feeds lands.

- ``balls``   balls by their weight, their size and how the air holds them
- ``flight``  the flight of a ball with drag and spin
"""
