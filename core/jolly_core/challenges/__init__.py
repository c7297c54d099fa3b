"""The games that are counted: what the court screen runs. Standard library only.

- ``game``       what a format is: settings, metrics, and how its state moves; a format with its settings is a game
- ``settings``   the settings of a format: declared once, checked, stored, and published as JSON Schema
- ``registry``   every format by its id; a game from what is asked for, or from what was stored
- ``formats``    the formats, one module for each
- ``events``     what happened in a run, checked and put in order
- ``corrections``  corrections of a run that is over
- ``merging``    one history of events from several devices
- ``session``    one run being played: undo, pause, double taps, the clock; step by step or all at once
- ``card``, ``card_item``, ``card_items``  what stands on the card of a rung, one module an item; played with the game
- ``tally``, ``signs``  what is said of a run
- ``metric``     what a run is measured by, and how its values are said
- ``count``, ``counted``  the plain count, and what formats share that keep one
- ``targets``, ``marks``  targets by name; the marks that a run asks for at its end
- ``rally``      the arithmetic of a timed count
- ``pin_score``  the public scoring of ten frames, and the upside-down game

How long a run takes is in ``foretelling``, runs on paper in ``paper``, what a run teaches in ``lessons``, what a game
limits by the day in ``load``: a new format is one module in ``formats`` here, and one in each of those that it joins.
"""
