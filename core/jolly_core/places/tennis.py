"""A tennis court, the athlete at the near baseline; doubles width, with the singles side lines."""

from jolly_core.places.place import FLOOR, Landmark, Net, Place, Surface, across, along, over_net, ready

LENGTH, WIDTH, SINGLES, SERVICE = 23.77, 10.97, 8.23, 6.40
NET_Y, ALLEY, MIDDLE = LENGTH / 2, (WIDTH - SINGLES) / 2, WIDTH / 2

COURT = Surface("court", "the court", FLOOR, WIDTH, LENGTH)
NET = Net("court", NET_Y, 0.914, 1.07)
AIR, AIR_LINES, AIR_SPOTS = over_net(COURT, NET, 3.0)
PLACE = Place(
    id="tennis_court",
    title="Tennis court",
    source="ITF Rules of Tennis, Rule 1 (The Court), from memory",
    surfaces=(COURT, AIR),
    lines=(
        across(COURT, "near baseline", 0.0),
        across(COURT, "far baseline", LENGTH),
        across(COURT, "near service line", NET_Y - SERVICE, SINGLES),
        across(COURT, "far service line", NET_Y + SERVICE, SINGLES),
        along(COURT, "left singles line", ALLEY, 0.0, LENGTH),
        along(COURT, "right singles line", WIDTH - ALLEY, 0.0, LENGTH),
        along(COURT, "left doubles line", 0.0, 0.0, LENGTH),
        along(COURT, "right doubles line", WIDTH, 0.0, LENGTH),
        along(COURT, "centre service line", MIDDLE, NET_Y - SERVICE, NET_Y + SERVICE),
        *AIR_LINES,
    ),
    spots=(
        Landmark("court", "near centre line", (MIDDLE, 0.0)),
        Landmark("court", "far centre line", (MIDDLE, LENGTH)),
        Landmark("court", "far service line on the centre line", (MIDDLE, NET_Y + SERVICE)),
        Landmark("court", "far service line on the left singles line", (ALLEY, NET_Y + SERVICE)),
        Landmark("court", "far service line on the right singles line", (WIDTH - ALLEY, NET_Y + SERVICE)),
        Landmark("court", "far baseline on the left singles line", (ALLEY, LENGTH)),
        Landmark("court", "far baseline on the right singles line", (WIDTH - ALLEY, LENGTH)),
        *AIR_SPOTS,
    ),
    net=NET,
    sizes={
        "length": LENGTH,
        "doubles_width": WIDTH,
        "singles_width": SINGLES,
        "service_line_from_net": SERVICE,
        "half_length": NET_Y,
        "alley": ALLEY,
        "service_box_width": SINGLES / 2,
        "backcourt": NET_Y - SERVICE,
        "net_centre": 0.914,
        "net_post": 1.07,
    },
    ready=(
        ready(COURT, "left service box", (ALLEY, MIDDLE), (NET_Y, NET_Y + SERVICE)),
        ready(COURT, "right service box", (MIDDLE, WIDTH - ALLEY), (NET_Y, NET_Y + SERVICE)),
        ready(COURT, "behind the service line", (ALLEY, WIDTH - ALLEY), (NET_Y + SERVICE, LENGTH)),
        ready(COURT, "left half of the court", (ALLEY, MIDDLE), (NET_Y, LENGTH)),
        ready(COURT, "right half of the court", (MIDDLE, WIDTH - ALLEY), (NET_Y, LENGTH)),
        ready(COURT, "left alley", (0.0, ALLEY), (NET_Y, LENGTH)),
        ready(COURT, "right alley", (WIDTH - ALLEY, WIDTH), (NET_Y, LENGTH)),
        ready(COURT, "own left service box", (ALLEY, MIDDLE), (NET_Y - SERVICE, NET_Y)),
        ready(COURT, "own right service box", (MIDDLE, WIDTH - ALLEY), (NET_Y - SERVICE, NET_Y)),
    ),
)
