"""A one-wall court, outdoors: its floor, the athlete facing the wall, and the wall."""

from jolly_core.places.place import FLOOR, WALL, Landmark, PaintedLine, Place, Surface, across, along, ready

FOOT = 0.3048
WIDTH, LENGTH, HEIGHT = 20 * FOOT, 34 * FOOT, 16 * FOOT
#: The short line and the service markers by their distance from the wall; a marker is six inches long.
SHORT, SERVICE, MARKER = 16 * FOOT, 25 * FOOT, FOOT / 2

FLOOR_ = Surface(
    "floor", "the floor", FLOOR, WIDTH, LENGTH, edges=("left side line", "right side line", "long line", "wall")
)
FRONT = Surface("wall", "the wall", WALL, WIDTH, HEIGHT, away_m=LENGTH)
PLACE = Place(
    id="one_wall_court",
    title="One-wall court",
    source="USHA Official Rules of Handball, part on one-wall courts, from memory",
    surfaces=(FRONT, FLOOR_),
    lines=(
        across(FLOOR_, "long line", 0.0),
        across(FLOOR_, "short line", LENGTH - SHORT),
        along(FLOOR_, "left side line", 0.0, 0.0, LENGTH),
        along(FLOOR_, "right side line", WIDTH, 0.0, LENGTH),
        PaintedLine("floor", "left service marker", (0.0, LENGTH - SERVICE), (MARKER, LENGTH - SERVICE)),
        PaintedLine("floor", "right service marker", (WIDTH - MARKER, LENGTH - SERVICE), (WIDTH, LENGTH - SERVICE)),
    ),
    spots=(
        Landmark("floor", "short line on the left side line", (0.0, LENGTH - SHORT)),
        Landmark("floor", "short line on the right side line", (WIDTH, LENGTH - SHORT)),
        Landmark("floor", "left service marker", (0.0, LENGTH - SERVICE)),
        Landmark("floor", "right service marker", (WIDTH, LENGTH - SERVICE)),
    ),
    sizes={
        "length": LENGTH,
        "width": WIDTH,
        "wall_height": HEIGHT,
        "short_from_wall": SHORT,
        "service_from_wall": SERVICE,
        "short_to_long": LENGTH - SHORT,
    },
    front_m=LENGTH,
    ready=(
        ready(FLOOR_, "behind the short line", (0.0, WIDTH), (0.0, LENGTH - SHORT)),
        ready(FLOOR_, "in front of the short line", (0.0, WIDTH), (LENGTH - SHORT, LENGTH)),
    ),
)
