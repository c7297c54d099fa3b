"""A squash singles court: its floor, the athlete facing the front wall, and the front wall."""

from jolly_core.places.place import FLOOR, WALL, Landmark, Place, Surface, across, along

LENGTH, WIDTH, BACK_TO_SHORT, BOX = 9.75, 6.40, 4.26, 1.60
OUT, SERVICE, TIN = 4.57, 1.78, 0.48

FLOOR_ = Surface("floor", "the floor", FLOOR, WIDTH, LENGTH)
FRONT = Surface("front_wall", "the front wall", WALL, WIDTH, OUT, away_m=LENGTH)
PLACE = Place(
    id="squash_court",
    title="Squash court",
    source="WSF specification for squash courts (singles), from memory",
    surfaces=(FLOOR_, FRONT),
    lines=(
        across(FLOOR_, "short line", BACK_TO_SHORT),
        along(FLOOR_, "half-court line", WIDTH / 2, 0.0, BACK_TO_SHORT),
        along(FLOOR_, "left service box", BOX, BACK_TO_SHORT - BOX, BACK_TO_SHORT),
        along(FLOOR_, "right service box", WIDTH - BOX, BACK_TO_SHORT - BOX, BACK_TO_SHORT),
        across(FRONT, "tin", TIN),
        across(FRONT, "service line", SERVICE),
        across(FRONT, "out line", OUT),
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
        "service": SERVICE,
        "tin": TIN,
    },
)
