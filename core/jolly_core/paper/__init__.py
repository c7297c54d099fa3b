"""Runs that are kept on paper.

- ``form``      the sheet of a game and what its totals say: the contract of the modules in ``formats``
- ``totals``    the tally of a run that was typed in from a sheet
- ``registry``  the paper form of a game
- ``formats``   one module for each format
"""
