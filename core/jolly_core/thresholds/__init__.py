"""The athlete's own success criterion and what follows from it.

- ``threshold``  the criterion: metric and mark, in k of the last n runs, on at least d days, on each side
- ``fair``       what is fair to ask of a game that nothing was asked of yet
- ``evidence``   how far a side's runs fill it
- ``verdict``    climb, stay or step back, with the reasons
"""
