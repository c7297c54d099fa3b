"""The flight of a feed against weight alone, against SciPy's solver, and against what must be so."""

from __future__ import annotations

from math import hypot, pi, radians

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from jolly_core.errors import CoreError
from jolly_core.feeder.balls import BALLS
from jolly_core.feeder.flight import AIR, GRAVITY, Flight, Launch, fly

TENNIS = BALLS["tennis"]


@pytest.mark.parametrize(
    ("height_m", "speed_ms", "up_deg", "net_m", "at_net_m", "lands_m", "lands_s"),
    [
        (1.0, 20, 10, 11.885, 1.3102847583222192, 18.27888983524175, 0.9280435587216157),
        (2.7, 50, -5, 11.885, 1.3810324762300217, 20.948184412089457, 0.42056406146743436),
    ],
)
def test_without_air_it_is_the_parabola(
    height_m: float, speed_ms: float, up_deg: float, net_m: float, at_net_m: float, lands_m: float, lands_s: float
) -> None:
    """Values: references F-NET-1.0-20-10 and F-NET-2.7-50--5 (standard gravity, ISO 80000-3)."""
    flight = fly(TENNIS, Launch(speed_ms, up_deg, height_m), air=0.0)
    assert flight.away_m == pytest.approx(lands_m, abs=1e-4)
    assert flight.seconds == pytest.approx(lands_s, abs=1e-5)
    assert flight.height_at(net_m) == pytest.approx(at_net_m, abs=1e-3)
    assert flight.height_at(lands_m + 1) is None


def solved(launch: Launch, ball_title: str) -> np.ndarray:
    """Where it lands by SciPy's solver (DOP853), from the equations written once more as vectors."""
    ball = BALLS[ball_title]
    up, right = radians(launch.up_deg), radians(launch.right_deg)
    ahead = np.array([np.sin(right), np.cos(right), 0.0])
    # Rolling ahead turns about what points to the left.
    turning = (
        2 * pi * (launch.spin_hz * np.cross(np.array([0, 0, 1.0]), ahead) - launch.side_hz * np.array([0, 0, 1.0]))
    )
    velocity = launch.speed_ms * (np.cos(up) * ahead + np.sin(up) * np.array([0, 0, 1.0]))

    def change(_: float, state: np.ndarray) -> np.ndarray:
        moving = state[3:]
        speed, surface = np.linalg.norm(moving), np.linalg.norm(turning) * ball.diameter_m / 2
        drag, lift = ball.drag, 0.0
        if surface:
            drag += 1 / (22.5 + 4.2 * (speed / surface) ** 2.5) ** 0.4
            lift = 1 / (2 + speed / surface)
        force = AIR * pi * ball.diameter_m**2 / 8
        magnus = np.cross(turning, moving) / np.linalg.norm(turning) if surface else np.zeros(3)
        push = force * speed * (lift * magnus - drag * moving) / ball.mass_kg
        return np.concatenate([moving, push - np.array([0, 0, GRAVITY])])

    def floor(_: float, state: np.ndarray) -> float:
        return float(state[2])

    floor.terminal, floor.direction = True, -1  # type: ignore[attr-defined]
    begin = np.concatenate([[0, 0, launch.height_m], velocity])
    found = solve_ivp(change, (0, 20), begin, method="DOP853", events=floor, rtol=1e-10, atol=1e-10)
    return np.append(found.y_events[0][0], found.t_events[0][0])


@pytest.mark.parametrize("ball", list(BALLS))
@pytest.mark.parametrize(
    "launch",
    [
        Launch(20, 8, 0.8),
        Launch(25, 5, 1.0, right_deg=-6, spin_hz=30),
        Launch(18, 12, 0.5, right_deg=4, spin_hz=-25, side_hz=15),
        Launch(9, 35, 0.3, spin_hz=60),
    ],
)
def test_with_drag_and_spin_it_is_what_scipy_says(ball: str, launch: Launch) -> None:
    flight, there = fly(BALLS[ball], launch), solved(launch, ball)
    assert (flight.right_m, flight.away_m) == pytest.approx((there[0], there[1]), abs=1e-3)
    assert flight.seconds == pytest.approx(there[6], abs=1e-4)
    assert flight.speed_ms == pytest.approx(hypot(*there[3:6]), abs=1e-2)


def test_a_ball_that_falls_far_falls_as_fast_as_the_air_lets_it() -> None:
    """Terminal speed: weight equals drag, v = sqrt(2 m g / (ρ A C_D))."""
    terminal = (2 * TENNIS.mass_kg * GRAVITY / (AIR * TENNIS.area_m2 * TENNIS.drag)) ** 0.5
    assert fly(TENNIS, Launch(0.0, 0.0, 200.0)).speed_ms == pytest.approx(terminal, rel=0.005)


def lands(**spin: float) -> Flight:
    return fly(TENNIS, Launch(22, 8, 1.0, **spin))


def test_topspin_drops_backspin_carries_and_side_spin_bends() -> None:
    assert lands(spin_hz=40).away_m < lands().away_m < lands(spin_hz=-20).away_m
    assert lands(side_hz=20).right_m > 0.3
    assert lands(side_hz=-20).right_m == pytest.approx(-lands(side_hz=20).right_m)
    # Whichever way it is sent, it flies as far.
    turned = lands(spin_hz=30, right_deg=25)
    assert hypot(turned.right_m, turned.away_m) == pytest.approx(lands(spin_hz=30).away_m, rel=1e-9)


def test_what_does_not_come_down_is_refused() -> None:
    with pytest.raises(CoreError, match="does not stay up so long"):
        fly(TENNIS, Launch(150, 90, 1.0), air=0.0)
