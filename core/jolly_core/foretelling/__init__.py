"""How long a run of a game takes an athlete, and how likely its marks are.

- ``pace``      how an athlete plays; how many attempts a run takes, and the time of both together
- ``forecast``  what is foretold of a game: the contract of the modules in ``formats``
- ``reaching``  the same for games that go on until something is reached, by their roads
- ``limits``, ``shares``  what the limits of a game leave at a pace; shares of makes as marks
- ``registry``  the forecast of a game
- ``formats``   one module for each format
"""
