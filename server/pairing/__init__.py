"""A second screen for the court of a run: let in by a code, it presses there and is shown the count.

The two talk to each other directly where the network lets them; the server only carries the offer and the answer by
which they find each other, and the presses where they do not.
"""
