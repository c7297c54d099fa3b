"""What the record says that is more than luck.

A question is one module in ``of_a_rung`` or ``of_the_practice``; each gives looks: a p-value with the sentence, the
numbers and the picture that stand if it passes. All looks of a page go through one ``gate``.

- ``look``      what a question gives, and what it is asked of
- ``gate``      which looks pass together
- ``level``     usual, limits, trend, shifts and pauses of a series
- ``standing_still``, ``forecast``   whether a mark comes nearer, and when it will be met
- ``costs``     what each weakness costs
- ``gains``     the one change that would add most
- ``periods``   two times beside each other; ``bests`` the records
"""
