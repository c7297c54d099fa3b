"""A badminton court, the athlete at the near back line; doubles width, with the singles side lines."""

from jolly_core.places.place import FLOOR, Landmark, Net, Place, Surface, across, along, over_net, ready

LENGTH, WIDTH, SINGLES = 13.40, 6.10, 5.18
SHORT, LONG_DOUBLES = 1.98, 0.76
NET_Y, MIDDLE, INSET = LENGTH / 2, WIDTH / 2, (WIDTH - SINGLES) / 2

COURT = Surface(
    "court", "the court", FLOOR, WIDTH, LENGTH, edges=("left side line", "right side line", "near edge", "far edge")
)
NET = Net("court", NET_Y, 1.524, 1.55)
AIR, AIR_LINES, AIR_SPOTS = over_net(COURT, NET, 4.0)
PLACE = Place(
    id="badminton_court",
    title="Badminton court",
    source="BWF Laws of Badminton, Law 1 (Court and Court Equipment), from memory",
    surfaces=(COURT, AIR),
    lines=(
        across(COURT, "near back line", 0.0),
        across(COURT, "far back line", LENGTH),
        across(COURT, "near doubles long service line", LONG_DOUBLES),
        across(COURT, "far doubles long service line", LENGTH - LONG_DOUBLES),
        across(COURT, "near short service line", NET_Y - SHORT),
        across(COURT, "far short service line", NET_Y + SHORT),
        along(COURT, "left singles line", INSET, 0.0, LENGTH),
        along(COURT, "right singles line", WIDTH - INSET, 0.0, LENGTH),
        along(COURT, "near centre line", MIDDLE, 0.0, NET_Y - SHORT),
        along(COURT, "far centre line", MIDDLE, NET_Y + SHORT, LENGTH),
        *AIR_LINES,
    ),
    spots=(
        Landmark("court", "far short service line on the centre line", (MIDDLE, NET_Y + SHORT)),
        Landmark("court", "far back line on the centre line", (MIDDLE, LENGTH)),
        Landmark("court", "far short service line on the left side line", (0.0, NET_Y + SHORT)),
        Landmark("court", "far short service line on the right side line", (WIDTH, NET_Y + SHORT)),
        *AIR_SPOTS,
    ),
    net=NET,
    sizes={
        "length": LENGTH,
        "width": WIDTH,
        "singles_width": SINGLES,
        "short_from_net": SHORT,
        "doubles_long_from_back": LONG_DOUBLES,
        "net_centre": 1.524,
        "net_post": 1.55,
    },
    ready=(
        ready(COURT, "left service box", (INSET, MIDDLE), (NET_Y + SHORT, LENGTH)),
        ready(COURT, "right service box", (MIDDLE, WIDTH - INSET), (NET_Y + SHORT, LENGTH)),
        ready(COURT, "left service box, doubles", (0.0, MIDDLE), (NET_Y + SHORT, LENGTH - LONG_DOUBLES)),
        ready(COURT, "right service box, doubles", (MIDDLE, WIDTH), (NET_Y + SHORT, LENGTH - LONG_DOUBLES)),
        ready(COURT, "between the net and the short line", (0.0, WIDTH), (NET_Y, NET_Y + SHORT)),
        ready(COURT, "between the back lines", (0.0, WIDTH), (LENGTH - LONG_DOUBLES, LENGTH)),
    ),
)
