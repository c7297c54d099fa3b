"""The games that are counted. Standard library only: the court screen runs these modules, too.

- ``contract``   what a format is: settings, metrics, and four pure functions from state to tally
- ``settings``   the settings of a format, checked and published as JSON Schema
- ``events``     what happened in a run, checked and put in order
- ``session``    one run being played: undo, pause, double taps, the clock; step by step or all at once
- ``paper``      a run that was kept on paper, from its totals
- ``registry``   every format by its id
- ``wire``       the same with JSON strings on either side
- ``rally``      the arithmetic of a timed count, and ``rally_words`` the same in sentences
- ``counted``    what formats share that keep a plain count: limits, and runs on paper; ``targets`` targets by name,
                 ``marks`` the marks that a run asks for at its end
- ``frame_score``  the public scoring of ten frames, and the upside-down game
- ``streak``, ``timed_count``, ``makes_of_n``, ``quota``, ``zone_points``, ``pattern``, ``circuit``,
  ``two_chance_walk``, ``collect``, ``long_run``, ``frames``, ``race``, ``tempo_ladder``, ``intervals``,
  ``quality_reps``, ``capped_attempts``, ``calls``, ``combination``, ``checklist``, ``open_count``  the formats
"""
