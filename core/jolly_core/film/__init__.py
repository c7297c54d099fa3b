"""What an athlete sees on film of their own: marks, lines and angles, tempo, and what was felt beside what was seen.

- ``notes``    what is kept of a look at clips: no picture, only what was marked and drawn
- ``reading``  what the marks come to: times between them, angles, how often feeling and film agree
"""
