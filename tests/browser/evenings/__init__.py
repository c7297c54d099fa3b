"""Evenings lived with the application: from signing up to a third visit, each as one kind of practitioner spends them.

The numbers that they come to are tallied by hand beside, and looked for in the record. A quick evening of each kind runs
in `make test`; the long ones are marked `evening` and run in `make evenings`.
"""
