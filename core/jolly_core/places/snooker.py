"""A full-size cue table within its cushion faces, the athlete at the baulk end."""

from jolly_core.places.place import TABLE, Landmark, Place, Surface, across, arc, pocket_mouths, ready

LENGTH, WIDTH, BAULK, RADIUS = 3.569, 1.778, 0.737, 0.292
#: Spots along the middle, from the baulk end: the centre, half-way to the top, and 324 mm off the top cushion.
TOP_SPOT = 0.324

BED = Surface(
    "table", "the table", TABLE, WIDTH, LENGTH, edges=("left cushion", "right cushion", "baulk cushion", "top cushion")
)
#: Pockets are cut to the governing body's templates, about 3 1/2 in and 4 1/8 in wide. Common practice, no source.
MOUTHS, POCKETS = pocket_mouths(BED, 0.089, 0.105, ("baulk end", "top"))
PLACE = Place(
    id="cue_table_full",
    title="Cue table, full size",
    source="WPBSA and IBSF Official Rules of Snooker, section 1 (equipment), from memory",
    surfaces=(BED,),
    lines=(
        across(BED, "baulk line", BAULK),
        *arc(BED, "the D", (WIDTH / 2, BAULK), RADIUS, turn=(180, 360)),
        *MOUTHS,
    ),
    spots=(
        Landmark("table", "middle of the baulk line", (WIDTH / 2, BAULK)),
        Landmark("table", "left end of the D", (WIDTH / 2 - RADIUS, BAULK)),
        Landmark("table", "right end of the D", (WIDTH / 2 + RADIUS, BAULK)),
        Landmark("table", "centre spot", (WIDTH / 2, LENGTH / 2)),
        Landmark("table", "pyramid spot", (WIDTH / 2, LENGTH * 3 / 4)),
        Landmark("table", "top spot", (WIDTH / 2, LENGTH - TOP_SPOT)),
        Landmark("table", "left middle pocket", (0.0, LENGTH / 2)),
        Landmark("table", "right middle pocket", (WIDTH, LENGTH / 2)),
    ),
    sizes={"length": LENGTH, "width": WIDTH, "baulk": BAULK, "d_radius": RADIUS, "ball": 0.0525},
    ready=(
        *POCKETS,
        ready(BED, "behind the baulk line", (0.0, WIDTH), (0.0, BAULK)),
        ready(BED, "top half", (0.0, WIDTH), (LENGTH / 2, LENGTH)),
        ready(BED, "left half", (0.0, WIDTH / 2), (0.0, LENGTH)),
        ready(BED, "right half", (WIDTH / 2, WIDTH), (0.0, LENGTH)),
    ),
)
