"""Load: how much work the body did.

- ``weekly``  effort times minutes, week by week, and what to make of it
- ``counts``  throws, serves, jumps and contacts: what joints should know
- ``dose``    how many attempts a day and a week may hold, and what is left of them
- ``game_dose``  what a game itself limits: the contract of the modules in ``formats``; ``registry`` finds them
"""
