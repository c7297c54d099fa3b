"""What a streak costs. Standard library only.

- ``expectation``  attempts to r in a row: mean and spread
- ``chance``       the chance within b attempts, attempts for a chance, the longest streak in n
"""
