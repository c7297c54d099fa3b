"""The flight of a ball through still air: weight, drag and the force of spin, by Runge and Kutta's fourth order.

Drag is ``½ ρ A C_D v²`` against the flight, lift ``½ ρ A C_L v²`` across it, where topspin presses down. With spin,
``C_D = C_0 + 1 / (22.5 + 4.2 (v / u)^2.5)^0.4`` and ``C_L = 1 / (2 + v / u)``, ``u`` being the speed of the ball's
surface about its middle (Cross and Lindsey 2005, Technical Tennis, after Štěpánek 1988, American Journal of Physics 56,
138-141; from memory). Standard library only.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from math import cos, hypot, pi, radians, sin

from jolly_core.errors import CoreError
from jolly_core.feeder.balls import Ball

#: Standard gravity (ISO 80000-3), and air at 15 °C and sea level (ISO 2533), in kg/m³.
GRAVITY, AIR = 9.80665, 1.225
STEP_S, LONGEST_S = 0.002, 20.0
#: A path is told in so many points at most.
MOST_POINTS = 60

Point = tuple[float, float, float]
_State = tuple[float, float, float, float, float, float]


@dataclass(frozen=True)
class Launch:
    """How a ball leaves: its speed, up and to the right in degrees, its height, and its spin.

    ``spin_hz`` are turns a second, forwards as topspin, backwards below 0; ``side_hz`` those about the upright: by them
    it bends to the right, or to the left below 0.
    """

    speed_ms: float
    up_deg: float
    height_m: float
    right_deg: float = 0.0
    spin_hz: float = 0.0
    side_hz: float = 0.0


@dataclass(frozen=True)
class Flight:
    """Where a ball lands, in metres to the right and away, after how long, how fast, and its path on the way."""

    right_m: float
    away_m: float
    seconds: float
    speed_ms: float
    top_m: float
    path: tuple[Point, ...]

    def height_at(self, away_m: float) -> float | None:
        """How high it is so far away; None where it does not come so far."""
        for (_, before, low), (_, after, high) in pairwise(self.path):
            if before <= away_m <= after and after > before:
                return low + (high - low) * (away_m - before) / (after - before)
        return None


@lru_cache(maxsize=512)
def fly(ball: Ball, launch: Launch, *, air: float = AIR) -> Flight:
    """The flight until the floor. Remembered: a card and its levers ask for the same ones again and again.

    Raises ``CoreError`` (``never_lands``) for one that has not come down after twenty seconds.

    >>> from jolly_core.feeder.balls import BALLS
    >>> flight = fly(BALLS["tennis"], Launch(speed_ms=20, up_deg=10, height_m=1.0), air=0.0)
    >>> round(flight.away_m, 3), round(flight.seconds, 3)
    (18.279, 0.928)
    """
    up, right = radians(launch.up_deg), radians(launch.right_deg)
    ahead = launch.speed_ms * cos(up)
    state: _State = (0.0, 0.0, launch.height_m, ahead * sin(right), ahead * cos(right), launch.speed_ms * sin(up))
    # About which axis it turns: topspin about the one to the right, side spin about the upright one.
    spin = (cos(right) * launch.spin_hz, -sin(right) * launch.spin_hz, launch.side_hz)
    path, seconds = [state], 0.0
    while state[2] >= 0 and seconds < LONGEST_S:
        state = _step(ball, state, spin, air)
        seconds += STEP_S
        path.append(state)
    if state[2] >= 0:
        raise CoreError.one(
            "never_lands", "A ball does not stay up so long; look at its speed and its angle.", "speed_ms"
        )
    before = path[-2]
    share = before[2] / (before[2] - state[2])
    path[-1] = _between(before, state, share)
    landed = path[-1]
    every = max(1, len(path) // MOST_POINTS)
    return Flight(
        right_m=landed[0],
        away_m=landed[1],
        seconds=seconds - STEP_S * (1 - share),
        speed_ms=hypot(*landed[3:]),
        top_m=max(each[2] for each in path),
        path=tuple(each[:3] for each in [*path[:-1:every], landed]),
    )


def _between(one: _State, other: _State, share: float) -> _State:
    x, y, z, vx, vy, vz = (a + share * (b - a) for a, b in zip(one, other, strict=True))
    return (x, y, z, vx, vy, vz)


def _step(ball: Ball, state: _State, spin: Point, air: float) -> _State:
    first = _change(ball, state, spin, air)
    second = _change(ball, _moved(state, first, STEP_S / 2), spin, air)
    third = _change(ball, _moved(state, second, STEP_S / 2), spin, air)
    fourth = _change(ball, _moved(state, third, STEP_S), spin, air)
    x, y, z, vx, vy, vz = (
        now + STEP_S / 6 * (a + 2 * b + 2 * c + d)
        for now, a, b, c, d in zip(state, first, second, third, fourth, strict=True)
    )
    return (x, y, z, vx, vy, vz)


def _moved(state: _State, change: _State, seconds: float) -> _State:
    x, y, z, vx, vy, vz = (now + seconds * by for now, by in zip(state, change, strict=True))
    return (x, y, z, vx, vy, vz)


def _change(ball: Ball, state: _State, spin: Point, air: float) -> _State:
    """What changes by the second: the place by the speed, the speed by weight, drag and spin."""
    vx, vy, vz = state[3:]
    speed = hypot(vx, vy, vz)
    drag, lift = coefficients(ball, speed, 2 * pi * hypot(*spin) * ball.diameter_m / 2)
    pull = air * ball.area_m2 * speed / (2 * ball.mass_kg)
    across = _across(spin, (vx, vy, vz))
    return (
        vx,
        vy,
        vz,
        pull * (lift * across[0] - drag * vx),
        pull * (lift * across[1] - drag * vy),
        pull * (lift * across[2] - drag * vz) - GRAVITY,
    )


def coefficients(ball: Ball, speed_ms: float, surface_ms: float) -> tuple[float, float]:
    """Of drag and of lift, at a speed of the ball and one of its surface.

    >>> from jolly_core.feeder.balls import BALLS
    >>> drag, lift = coefficients(BALLS["tennis"], 30.0, 15.0)
    >>> round(drag, 3), round(lift, 3)
    (0.766, 0.25)
    """
    if surface_ms == 0 or speed_ms == 0:
        return ball.drag, 0.0
    ratio = speed_ms / surface_ms
    return ball.drag + (22.5 + 4.2 * ratio**2.5) ** -0.4, 1 / (2 + ratio)


def _across(spin: Point, velocity: Point) -> Point:
    """The direction of the lift, times the speed: across the spin and the flight."""
    turns = hypot(*spin)
    if turns == 0:
        return (0.0, 0.0, 0.0)
    (a, b, c), (x, y, z) = spin, velocity
    return ((c * y - b * z) / turns, (a * z - c * x) / turns, (b * x - a * y) / turns)
