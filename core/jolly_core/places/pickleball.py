"""A pickleball court, the athlete at the near baseline."""

from jolly_core.places.place import FLOOR, Landmark, Net, Place, Surface, across, along, over_net, ready

LENGTH, WIDTH, VOLLEY = 13.411, 6.096, 2.134
NET_Y, MIDDLE = LENGTH / 2, WIDTH / 2

COURT = Surface(
    "court", "the court", FLOOR, WIDTH, LENGTH, edges=("left side line", "right side line", "near edge", "far edge")
)
NET = Net("court", NET_Y, 0.864, 0.914)
AIR, AIR_LINES, AIR_SPOTS = over_net(COURT, NET, 3.0)
PLACE = Place(
    id="pickleball_court",
    title="Pickleball court",
    source="USA Pickleball Official Rulebook, section 2, from memory",
    surfaces=(COURT, AIR),
    lines=(
        across(COURT, "near baseline", 0.0),
        across(COURT, "far baseline", LENGTH),
        across(COURT, "near non-volley line", NET_Y - VOLLEY),
        across(COURT, "far non-volley line", NET_Y + VOLLEY),
        along(COURT, "near centre line", MIDDLE, 0.0, NET_Y - VOLLEY),
        along(COURT, "far centre line", MIDDLE, NET_Y + VOLLEY, LENGTH),
        *AIR_LINES,
    ),
    spots=(
        Landmark("court", "far non-volley line on the centre line", (MIDDLE, NET_Y + VOLLEY)),
        Landmark("court", "far baseline on the centre line", (MIDDLE, LENGTH)),
        Landmark("court", "left end of the far non-volley line", (0.0, NET_Y + VOLLEY)),
        Landmark("court", "right end of the far non-volley line", (WIDTH, NET_Y + VOLLEY)),
        *AIR_SPOTS,
    ),
    net=NET,
    sizes={
        "length": LENGTH,
        "width": WIDTH,
        "non_volley_depth": VOLLEY,
        "service_depth": NET_Y - VOLLEY,
        "service_width": MIDDLE,
        "net_side": 0.914,
        "net_centre": 0.864,
    },
    ready=(
        ready(COURT, "left service box", (0.0, MIDDLE), (NET_Y + VOLLEY, LENGTH)),
        ready(COURT, "right service box", (MIDDLE, WIDTH), (NET_Y + VOLLEY, LENGTH)),
        ready(COURT, "zone at the net", (0.0, WIDTH), (NET_Y, NET_Y + VOLLEY)),
        ready(COURT, "own zone at the net", (0.0, WIDTH), (NET_Y - VOLLEY, NET_Y)),
    ),
)
