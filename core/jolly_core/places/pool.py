"""A pool table of nine feet, cushion nose to nose, the athlete at the head."""

from jolly_core.places.place import TABLE, Landmark, Place, Surface, across, pocket_mouths, ready

LENGTH, WIDTH, SIGHT = 2.54, 1.27, 0.3175
HEAD, FOOT = 2 * SIGHT, LENGTH - 2 * SIGHT

BED = Surface(
    "table", "the table", TABLE, WIDTH, LENGTH, edges=("left cushion", "right cushion", "head cushion", "foot cushion")
)
#: Between the points of the cushions: 4 1/2 in at the corners, 5 in at the sides, the least that is allowed.
MOUTHS, POCKETS = pocket_mouths(BED, 0.1143, 0.127, ("head", "foot"))
PLACE = Place(
    id="pool_table_9ft",
    title="Pool table, nine feet",
    source="WPA Tournament Table and Equipment Specifications, from memory",
    surfaces=(BED,),
    lines=(across(BED, "head string", HEAD), across(BED, "foot string", FOOT), *MOUTHS),
    spots=(
        Landmark("table", "head spot", (WIDTH / 2, HEAD)),
        Landmark("table", "foot spot", (WIDTH / 2, FOOT)),
        Landmark("table", "left middle pocket", (0.0, LENGTH / 2)),
        Landmark("table", "right middle pocket", (WIDTH, LENGTH / 2)),
        *(Landmark("table", f"left sight {number}", (0.0, number * SIGHT)) for number in (1, 2, 3, 5, 6, 7)),
        *(Landmark("table", f"right sight {number}", (WIDTH, number * SIGHT)) for number in (1, 2, 3, 5, 6, 7)),
    ),
    sizes={"length": LENGTH, "width": WIDTH, "sight": SIGHT, "foot_spot": LENGTH - FOOT, "ball": 0.05715},
    ready=(
        *POCKETS,
        ready(BED, "behind the head string", (0.0, WIDTH), (0.0, HEAD)),
        ready(BED, "behind the foot string", (0.0, WIDTH), (FOOT, LENGTH)),
        ready(BED, "left half", (0.0, WIDTH / 2), (0.0, LENGTH)),
        ready(BED, "right half", (WIDTH / 2, WIDTH), (0.0, LENGTH)),
        ready(BED, "near half", (0.0, WIDTH), (0.0, LENGTH / 2)),
        ready(BED, "far half", (0.0, WIDTH), (LENGTH / 2, LENGTH)),
    ),
)
