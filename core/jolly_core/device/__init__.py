"""What a device does by itself, with or without a network. Standard library only; JSON at the edge.

- ``counter``  runs in play: events in, how the run stands out
- ``starting``  a run begun from what the server gave beforehand
- ``blocks``   a block in play, step by step
- ``ears``     recordings that a screen listens to: levels in, hits out
- ``films``    what is marked and drawn on film: notes in, times and angles out
- ``wire``     the calls that a page may make, as JSON
"""
