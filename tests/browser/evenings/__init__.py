"""Evenings lived with the application: from the first screen to a later visit, each as one kind of practitioner does.

The numbers that they come to are tallied by hand beside, and looked for in the record.
"""
