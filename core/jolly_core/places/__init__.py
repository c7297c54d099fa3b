"""Places drawn to scale, targets laid on them, and the tape list that says where the tape goes.

- ``place``     what a place is: surfaces, lines, landmarks, a net, and its sizes with their source
- ``registry``  all places there are
- ``zone``      a target on a surface: a shape with a name and a place; its reach and its parts
- ``layout``    targets on a place, where one stands, how far that is; mirrored
- ``standing``  where one may stand, in words
- ``guides``    what a target snaps to
- ``named_orders``  usual orders of targets, made from where they lie
- ``beside``    targets as they lie beside the one aimed at, where balls are counted target by target
- ``kit``       what a layout needs to be laid
- ``tape``      each corner of a target from two landmarks, rounded to what a tape can do
- one module for each place: a new one is one new file beside these and a line in the registry

Lengths are in metres. On a floor or table x runs to the right and y away from where one stands first; on a wall x runs
to the right and y up. Sizes are the rulebooks' metric ones, from memory where a source says so.
"""
