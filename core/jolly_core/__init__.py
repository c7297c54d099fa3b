"""The rules of Jolly Ladder: pure functions and frozen dataclasses, no framework, no clock, no files.

Where each rule lives:

- ``challenges``  the games that are counted: events in, tally out, one module per format
- ``foretelling``  how long a run of a game takes, and how likely its marks are
- ``paper``       games on paper: the sheet, and the tally of what was written on it
- ``lessons``     what a run says, in sentences with numbers
- ``streaks``     what a streak is expected to cost
- ``stats``       intervals for a rate; rank tests; how long makes, circuits, walks and races are waited for
- ``patterns``    the order in which targets are played: as it is written, and drawn
- ``tempo``       playing to a click
- ``record``      the athlete's usual and best on a rung, and the weaker of two sides
- ``thresholds``  the athlete's own success criterion: conditions, what they cost, schools
- ``verdicts``    climb, stay, step back or rest; whether what is held is kept; what is asked today
- ``trials``      two ways on oneself: their order, a randomisation test, when it is decided
- ``ladder``      its levers and what moved, what comes first, which rungs stay held when it is changed
- ``planning``    a block arranged to fit the minutes, a week arranged by wishes; what a mark costs
- ``body``        what drills ask of a body, what is to be spared, what can injure
- ``places``      places to scale, targets on them, where the tape goes
- ``aim``         how likely a target is hit, and the spread of a player's aim; lines of flight
- ``load``        effort times minutes, counts of joints, doses
- ``formats``     files that others read: calendars, layouts
- ``sides``       the two sides of a drill: hands, strokes, feet, turns
- ``sided``, ``side_finder``  texts for either hand, and finding which side a body uses
- ``pairing``     a second screen that presses for the court: its code, its presses
- ``stored``      what was stored by an earlier version, brought up to date
- ``discovery``   finding the modules of a package, such as the formats
- ``errors``      what every refusal looks like
- ``words``       small helpers for sentences with numbers

Data flows one way: events → tally → record → verdict → plan.
"""
