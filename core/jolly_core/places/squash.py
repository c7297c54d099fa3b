"""A squash singles court: its floor, the athlete facing the front wall, and the front wall."""

from jolly_core.places.place import (
    BEHIND,
    FLOOR,
    LEFT,
    RIGHT,
    WALL,
    Landmark,
    PaintedLine,
    Place,
    Surface,
    across,
    along,
    ready,
)

LENGTH, WIDTH, BACK_TO_SHORT, BOX = 9.75, 6.40, 4.26, 1.60
BOX_BACK = BACK_TO_SHORT - BOX
OUT, BACK_OUT, SERVICE, TIN = 4.57, 2.13, 1.78, 0.48
UP = ("floor", "top")

FLOOR_ = Surface(
    "floor", "the floor", FLOOR, WIDTH, LENGTH, edges=("left wall", "right wall", "back wall", "front wall")
)
FRONT = Surface("front_wall", "the front wall", WALL, WIDTH, OUT, away_m=LENGTH, edges=("left wall", "right wall", *UP))
LEFT_WALL = Surface(
    "left_wall", "the left wall", WALL, LENGTH, OUT, stands=LEFT, edges=("back wall", "front wall", *UP)
)
RIGHT_WALL = Surface(
    "right_wall",
    "the right wall",
    WALL,
    LENGTH,
    OUT,
    left_m=WIDTH,
    stands=RIGHT,
    edges=("front wall", "back wall", *UP),
)
BACK_WALL = Surface(
    "back_wall", "the back wall", WALL, WIDTH, BACK_OUT, stands=BEHIND, edges=("right wall", "left wall", *UP)
)
PLACE = Place(
    id="squash_court",
    title="Squash court",
    source="WSF specification for squash courts (singles), from memory",
    surfaces=(FLOOR_, FRONT, LEFT_WALL, RIGHT_WALL, BACK_WALL),
    lines=(
        across(FLOOR_, "short line", BACK_TO_SHORT),
        along(FLOOR_, "half-court line", WIDTH / 2, 0.0, BACK_TO_SHORT),
        along(FLOOR_, "inner side of the left service box", BOX, BOX_BACK, BACK_TO_SHORT),
        along(FLOOR_, "inner side of the right service box", WIDTH - BOX, BOX_BACK, BACK_TO_SHORT),
        PaintedLine("floor", "back of the left service box", (0.0, BOX_BACK), (BOX, BOX_BACK)),
        PaintedLine("floor", "back of the right service box", (WIDTH - BOX, BOX_BACK), (WIDTH, BOX_BACK)),
        across(FRONT, "tin", TIN),
        across(FRONT, "service line", SERVICE),
        across(FRONT, "out line", OUT),
        # At the side the out line falls from that of the front wall to that of the back wall.
        PaintedLine("left_wall", "out line", (0.0, BACK_OUT), (LENGTH, OUT)),
        PaintedLine("right_wall", "out line", (0.0, OUT), (LENGTH, BACK_OUT)),
        along(LEFT_WALL, "mark of the short line", BACK_TO_SHORT, 0.0, 0.3),
        along(RIGHT_WALL, "mark of the short line", LENGTH - BACK_TO_SHORT, 0.0, 0.3),
    ),
    spots=(
        Landmark("floor", "short line on the half-court line", (WIDTH / 2, BACK_TO_SHORT)),
        Landmark("front_wall", "left end of the tin", (0.0, TIN)),
        Landmark("front_wall", "right end of the tin", (WIDTH, TIN)),
        Landmark("front_wall", "left end of the service line", (0.0, SERVICE)),
        Landmark("front_wall", "right end of the service line", (WIDTH, SERVICE)),
    ),
    front_m=LENGTH,
    sizes={
        "length": LENGTH,
        "width": WIDTH,
        "short_from_back": BACK_TO_SHORT,
        "short_from_front": LENGTH - BACK_TO_SHORT,
        "box": BOX,
        "front_out": OUT,
        "back_out": BACK_OUT,
        "service": SERVICE,
        "tin": TIN,
    },
    ready=(
        ready(FRONT, "under the service line", (0.0, WIDTH), (TIN, SERVICE)),
        ready(FRONT, "above the service line", (0.0, WIDTH), (SERVICE, OUT)),
        ready(FLOOR_, "left back quarter", (0.0, WIDTH / 2), (0.0, BACK_TO_SHORT)),
        ready(FLOOR_, "right back quarter", (WIDTH / 2, WIDTH), (0.0, BACK_TO_SHORT)),
        ready(FLOOR_, "left service box", (0.0, BOX), (BOX_BACK, BACK_TO_SHORT)),
        ready(FLOOR_, "right service box", (WIDTH - BOX, WIDTH), (BOX_BACK, BACK_TO_SHORT)),
        ready(FLOOR_, "front half", (0.0, WIDTH), (BACK_TO_SHORT, LENGTH)),
    ),
)
