"""A table-tennis table, the athlete at the near end line."""

from jolly_core.places.place import TABLE, Net, Place, Spot, Surface, across, along

LENGTH, WIDTH, HEIGHT = 2.74, 1.525, 0.76

TOP = Surface("table", "the table", TABLE, WIDTH, LENGTH)
PLACE = Place(
    id="table_tennis_table",
    title="Table-tennis table",
    source="ITTF Laws of Table Tennis 2.1 (the table) and 2.2 (the net assembly), from memory",
    surfaces=(TOP,),
    marks=(
        across(TOP, "near end line", 0.0),
        across(TOP, "far end line", LENGTH),
        along(TOP, "centre line", WIDTH / 2, 0.0, LENGTH),
    ),
    spots=(
        Spot("table", "left end of the net", (0.0, LENGTH / 2)),
        Spot("table", "right end of the net", (WIDTH, LENGTH / 2)),
    ),
    net=Net("table", LENGTH / 2, 0.1525, 0.1525),
    sizes={"length": LENGTH, "width": WIDTH, "height": HEIGHT, "net_height": 0.1525, "net_overhang": 0.1525},
)
