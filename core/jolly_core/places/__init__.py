"""Places drawn to scale, targets laid on them, and the tape list that says where the tape goes.

- ``place``     what a place is: surfaces, lines, landmarks, a net, and its sizes with their source
- ``registry``  all places there are
- ``layout``    targets on a place's surfaces, divided, mirrored
- ``tape``      each corner of a target from two landmarks, rounded to what a tape can do
- one module for each place: a new one is one new file beside these and a line in the registry

Lengths are in metres. On a floor or table x runs to the right and y away from where one stands first; on a wall x runs
to the right and y up. Sizes are the rulebooks' metric ones, from memory where a source says so.
"""
