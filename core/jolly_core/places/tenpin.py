"""A ten-pin lane from the foul line to the pins."""

from math import sqrt

from jolly_core.places.place import FLOOR, Closer, Landmark, Place, Surface, across

HEAD_PIN, WIDTH, APPROACH, SPACING = 18.288, 1.054, 4.572, 0.3048
ROW = SPACING * sqrt(3) / 2
BOARD = WIDTH / 39
#: Behind the head pin there are three more rows, and a little lane.
LENGTH = HEAD_PIN + 3 * ROW + 0.1

#: Dots guide the eye 6 to 8 ft past the foul line, five at each side: drawn between, from memory.
DOTS, DOTS_AT = (3, 5, 8, 11, 14), 7 * 0.3048
LANE = Surface(
    "lane",
    "the lane",
    FLOOR,
    WIDTH,
    LENGTH,
    edges=("left gutter", "right gutter", "foul line", "end of the lane"),
    closer=(
        Closer("Pins", HEAD_PIN - 0.4, LENGTH),
        Closer("Arrows", 3.6, 4.9),
        Closer("Dots", DOTS_AT - 0.6, DOTS_AT + 0.6),
    ),
)
PINS = tuple(
    Landmark("lane", f"pin {number}", (WIDTH / 2 + across_m, HEAD_PIN + row * ROW))
    for number, (row, across_m) in enumerate(
        ((row, (place - row / 2) * SPACING) for row in range(4) for place in range(row + 1)), 1
    )
)
PLACE = Place(
    id="tenpin_lane",
    title="Ten-pin lane",
    source="USBC Equipment Specifications and Certifications Manual (lane and pins), from memory",
    surfaces=(LANE,),
    lines=(across(LANE, "foul line", 0.0),),
    spots=(
        *PINS,
        # Which board an arrow is on is fixed; how far along it lies is not, within 3.66 to 4.88 m: drawn between.
        *(Landmark("lane", f"arrow on board {board}", ((board - 0.5) * BOARD, 4.2672)) for board in range(5, 36, 5)),
        *(
            Landmark("lane", f"dot on board {board}", ((board - 0.5) * BOARD, DOTS_AT))
            for board in (*DOTS, *(40 - board for board in reversed(DOTS)))
        ),
    ),
    sizes={
        "foul_to_headpin": HEAD_PIN,
        "width": WIDTH,
        "approach_min": APPROACH,
        "pin_spacing": SPACING,
        "pin_row": ROW,
        "pin_side": 3 * SPACING,
    },
)
