"""A basket for putting discs: the ground in front of its pole, and the basket as the athlete sees it."""

from jolly_core.places.place import FLOOR, WALL, Landmark, Place, Surface, across

CIRCLE = 10.0
#: The ground goes a little beyond the pole; the circle around it is as far as a putt goes.
WIDTH, POLE = 12.0, 10.5
RIM, OPENING, ACROSS = 0.82, 0.52, 0.55

GROUND = Surface("ground", "the ground", FLOOR, WIDTH, POLE + 0.5, edges=None)
BASKET = Surface("basket", "the basket", WALL, 0.75, 1.45, left_m=WIDTH / 2 - 0.375, away_m=POLE)
PLACE = Place(
    id="disc_basket",
    title="Disc basket",
    source="PDGA Technical Standards (targets), nominal sizes, and the ten-metre putting rule, from memory",
    surfaces=(BASKET, GROUND),
    lines=(
        across(BASKET, "rim of the tray", RIM, ACROSS + 0.1),
        across(BASKET, "foot of the chains' holder", RIM + OPENING, ACROSS),
        across(GROUND, "ten-metre mark", POLE - CIRCLE, 1.0),
    ),
    spots=(
        Landmark("ground", "foot of the pole", (WIDTH / 2, POLE)),
        Landmark("basket", "foot of the pole", (0.375, 0.0)),
        Landmark("basket", "pole at the rim", (0.375, RIM)),
    ),
    sizes={"circle": CIRCLE, "rim_height": RIM, "opening": OPENING, "chains_width": ACROSS},
)
