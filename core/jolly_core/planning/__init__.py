"""What to do, and how much of it.

- ``candidate``    what could be practised, and on what terms: the input of the builder
- ``reasons``      why a drill might matter today: rules that weigh
- ``screening``    what may be in a block at all: place, kit, body limits, dose, acknowledgements
- ``times``        how long it takes, as a range, and how planned against actual corrects it
- ``arrangement``  the block builder
- ``running``      a block in play: whether what is left fits, and what could be dropped
- ``partner``      games for two, for part of a block
- ``warmup``       warm-up and cool-down, by body region and discipline
- ``week``         a week's windows and wishes, and which wishes a week keeps
- ``week_solver``  the arrangement of a week, by constraint solving
- ``tuner``        what a mark costs, which one is safe, which would be a stretch
"""
