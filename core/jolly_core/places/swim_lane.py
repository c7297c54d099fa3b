"""A lane of a 25-metre pool, the swimmer starting at the near wall.

Marks to turn and glide to, not a place to be alone: the lifeguard's word and the pool's rules come first.
"""

from jolly_core.places.place import FLOOR, Closer, Landmark, Place, Surface, across, along

LENGTH, WIDTH = 25.0, 2.5
LINE_END, CROSS, FLAGS, FIFTEEN = 2.0, 1.0, 5.0, 15.0

LANE = Surface(
    "lane",
    "the lane",
    FLOOR,
    WIDTH,
    LENGTH,
    edges=("left lane rope", "right lane rope", "near wall", "far wall"),
    closer=(Closer("First 7 m", 0.0, 7.0), Closer("Last 7 m", LENGTH - 7.0, LENGTH)),
)
PLACE = Place(
    id="swim_lane_25m",
    title="Pool lane, 25 metres",
    source="World Aquatics Facilities Rules (25-metre pools), from memory. Keep to the lifeguard and the pool's rules",
    surfaces=(LANE,),
    lines=(
        along(LANE, "line on the bottom", WIDTH / 2, LINE_END, LENGTH - LINE_END),
        across(LANE, "near cross of the line", LINE_END, CROSS),
        across(LANE, "far cross of the line", LENGTH - LINE_END, CROSS),
        across(LANE, "near backstroke flags", FLAGS),
        across(LANE, "far backstroke flags", LENGTH - FLAGS),
        across(LANE, "15 m mark", FIFTEEN, CROSS),
    ),
    spots=(
        Landmark("lane", "near cross", (WIDTH / 2, LINE_END)),
        Landmark("lane", "far cross", (WIDTH / 2, LENGTH - LINE_END)),
    ),
    sizes={"length": LENGTH, "width": WIDTH, "line_end": LINE_END, "flags": FLAGS, "fifteen": FIFTEEN},
)
