"""What a run says, in sentences with numbers.

- ``lesson``       the contract of the modules in ``formats``
- ``registry``     the lessons of a run
- ``claims``       what a lesson may claim
- ``rally_words``  the arithmetic of a timed count in sentences
- ``formats``      one module for each format that teaches something
"""
