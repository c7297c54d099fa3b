"""An evening by chance, for as many as one likes."""

from __future__ import annotations

from collections.abc import Callable
from random import Random

from tests.queue.world import Browsers, World

STEPS = 10
MOST_WINDOWS = 4


def play_by_chance(browsers: Browsers, seed: int) -> World:
    """An evening of presses and misfortunes; afterwards everything works. The same seed gives the same evening."""
    chance = Random(seed)
    world = World(browsers, many=chance.choice((1, 1, 2)))
    world.are_rules_slow = chance.random() < 0.2
    for _ in range(STEPS):
        happenings = [each for each in HAPPENINGS if world.windows or each is open_window]
        chance.choices(happenings, [HAPPENINGS[each] for each in happenings])[0](world, chance)
    world.heal()
    return world


def open_window(world: World, chance: Random) -> None:
    if len(world.windows) < MOST_WINDOWS:
        world.open(chance.randrange(world.many), is_online=chance.random() < 0.5)


def press(world: World, chance: Random) -> None:
    kind = chance.choice(("make", "make", "miss", "let", "undo"))
    world.press(_window(world, chance), kind, apart_ms=chance.choice((130, 130, 300, 2000)))


def press_and_crash(world: World, chance: Random) -> None:
    number = _window(world, chance)
    world.press_now(number, "make")
    world.kill(number)


def leave(world: World, chance: Random) -> None:
    world.leave(_window(world, chance))


def arrive(world: World, chance: Random) -> None:
    if world.requests:
        world.arrive(chance.randrange(100), is_answered=chance.random() < 0.8)


def fail(world: World, chance: Random) -> None:
    if world.requests:
        chance.choice((world.lose, world.lose, world.fail_there))(chance.randrange(100))


def arrive_again(world: World, chance: Random) -> None:
    if world.arrived:
        world.arrive_again(chance.randrange(100))


def wait(world: World, chance: Random) -> None:
    world.advance(chance.choice((50, 500, 6000)))


def sweep(world: World, chance: Random) -> None:
    world.sweep(chance.randrange(world.many))


def fill_or_empty_the_disk(world: World, chance: Random) -> None:
    browser = chance.randrange(world.many)
    world.fill(browser, is_full=browser not in world.full)


def slow_or_quick_rules(world: World, chance: Random) -> None:
    world.are_rules_slow = not world.are_rules_slow


#: How often each happens, beside the others.
HAPPENINGS: dict[Callable[[World, Random], None], int] = {
    open_window: 5,
    press: 40,
    press_and_crash: 3,
    leave: 2,
    arrive: 30,
    fail: 8,
    arrive_again: 4,
    wait: 4,
    sweep: 2,
    fill_or_empty_the_disk: 1,
    slow_or_quick_rules: 2,
}


def _window(world: World, chance: Random) -> int:
    return chance.choice(list(world.windows))
