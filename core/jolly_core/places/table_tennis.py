"""A table-tennis table, the athlete at the near end line."""

from jolly_core.places.place import TABLE, Landmark, Net, Place, Surface, across, along, over_net, ready

LENGTH, WIDTH, HEIGHT = 2.74, 1.525, 0.76

TOP = Surface(
    "table", "the table", TABLE, WIDTH, LENGTH, edges=("left side line", "right side line", "near edge", "far edge")
)
NET = Net("table", LENGTH / 2, 0.1525, 0.1525)
AIR, AIR_LINES, AIR_SPOTS = over_net(TOP, NET, 0.6)
PLACE = Place(
    id="table_tennis_table",
    title="Table-tennis table",
    source="ITTF Laws of Table Tennis 2.1 (the table) and 2.2 (the net assembly), from memory",
    surfaces=(TOP, AIR),
    lines=(
        across(TOP, "near end line", 0.0),
        across(TOP, "far end line", LENGTH),
        along(TOP, "centre line", WIDTH / 2, 0.0, LENGTH),
        *AIR_LINES,
    ),
    spots=(
        Landmark("table", "left end of the net", (0.0, LENGTH / 2)),
        Landmark("table", "right end of the net", (WIDTH, LENGTH / 2)),
        *AIR_SPOTS,
    ),
    net=NET,
    sizes={"length": LENGTH, "width": WIDTH, "height": HEIGHT, "net_height": 0.1525, "net_overhang": 0.1525},
    ready=(
        ready(TOP, "left half across", (0.0, WIDTH / 2), (LENGTH / 2, LENGTH)),
        ready(TOP, "right half across", (WIDTH / 2, WIDTH), (LENGTH / 2, LENGTH)),
        ready(TOP, "own left half", (0.0, WIDTH / 2), (0.0, LENGTH / 2)),
        ready(TOP, "own right half", (WIDTH / 2, WIDTH), (0.0, LENGTH / 2)),
    ),
)
