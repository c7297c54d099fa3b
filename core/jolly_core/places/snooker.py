"""A full-size cue table within its cushion faces, the athlete at the baulk end."""

from jolly_core.places.place import TABLE, Landmark, Place, Surface, across

LENGTH, WIDTH, BAULK, RADIUS = 3.569, 1.778, 0.737, 0.292
#: Spots along the middle, from the baulk end: the centre, half-way to the top, and 324 mm off the top cushion.
TOP_SPOT = 0.324

BED = Surface("table", "the table", TABLE, WIDTH, LENGTH)
PLACE = Place(
    id="cue_table_full",
    title="Cue table, full size",
    source="WPBSA and IBSF Official Rules of Snooker, section 1 (equipment), from memory",
    surfaces=(BED,),
    lines=(across(BED, "baulk line", BAULK),),
    spots=(
        Landmark("table", "middle of the baulk line", (WIDTH / 2, BAULK)),
        Landmark("table", "left end of the D", (WIDTH / 2 - RADIUS, BAULK)),
        Landmark("table", "right end of the D", (WIDTH / 2 + RADIUS, BAULK)),
        Landmark("table", "centre spot", (WIDTH / 2, LENGTH / 2)),
        Landmark("table", "pyramid spot", (WIDTH / 2, LENGTH * 3 / 4)),
        Landmark("table", "top spot", (WIDTH / 2, LENGTH - TOP_SPOT)),
    ),
    sizes={"length": LENGTH, "width": WIDTH, "baulk": BAULK, "d_radius": RADIUS, "ball": 0.0525},
)
