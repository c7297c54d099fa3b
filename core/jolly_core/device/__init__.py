"""What a device does by itself, with or without a network. Standard library only; JSON at the edge.

- ``counter``  runs in play: events in, how the run stands out
- ``wire``     the calls that a page may make, as JSON
"""
