"""The simulator held against the outside: each row is a claim, its source, and what is measured.

`test_physics_checks` asserts every row; `./partita checks` writes the same rows into `docs/physics.md`.
"""

import math
from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise
from pathlib import Path

import numba
import numpy as np
from scipy.integrate import solve_ivp

from partita.physics.ball_impact import ball_impact
from partita.physics.constants import SLIDING, G, Physics
from partita.physics.cushion_impact import cushion_impact
from partita.physics.motion import advance, begin_motion, finish_phase, launch, squirt_angle
from partita.physics.pocket_windows import mouth_width
from partita.physics.roots import rising_zero
from partita.physics.simulate import execute, physics_of, simulate
from partita.physics.stroke import Stroke
from partita.physics.trace import Event, Motion
from partita.rows.ball import COLUMNS
from partita.table.geometry import bed_of
from partita.table.layout import Layout
from partita.table.spec import TableSpec
from tests.core.layouts import random_layout, random_stroke, triangle

TABLE = TableSpec()
BED, CLOTH, R = bed_of(TABLE), physics_of(TABLE), TABLE.ball_radius_m
SMOOTH = Physics(e_b=1.0, mub_a=0.0, mub_b=0.0)
_DOC = Path(__file__).resolve().parents[2] / "docs" / "physics.md"
_BEGIN, _END = "<!-- checks: made by ./partita checks -->", "<!-- end of checks -->"
PRACTICE = "common practice, no source"


@dataclass(frozen=True)
class Measured:
    """What came out, in words, and whether the claim holds."""

    words: str
    holds: bool


@dataclass(frozen=True)
class Check:
    """One row."""

    claim: str
    expected: str
    source: str
    measure: Callable[[], Measured]


def row_of(state: np.ndarray) -> np.ndarray:
    """One ball (1, COLUMNS) for the kernels from its state (7,)."""
    return np.concatenate([state, np.zeros(COLUMNS - len(state))])[None]


def after(state: np.ndarray, seconds: float) -> np.ndarray:
    """Closed form: a ball's state (7,) after a time, through its phases."""
    balls, left = row_of(state), seconds
    while left > 0:
        phase, lasts = begin_motion(balls, 0, CLOTH, R)
        part = min(left, lasts)
        advance(balls, 0, phase, CLOTH, R, part)
        if part == lasts:
            finish_phase(balls, 0, phase, R)
        left -= part
    return balls[0, :7]


def integrated(state: np.ndarray, seconds: float) -> np.ndarray:
    """The same from Newton's laws alone, by a general integrator that finds the ends of the phases itself."""

    def slip(s: np.ndarray) -> np.ndarray:
        return np.array([s[2] - R * s[5], s[3] + R * s[4], 0.0])

    def laws(force: np.ndarray, s: np.ndarray) -> np.ndarray:
        torque = np.cross([0, 0, -R], force) / (0.4 * R * R)
        drag = -CLOTH.a_sp * np.sign(s[6]) if abs(s[6]) > 1e-3 else 0.0
        return np.array([s[2], s[3], force[0], force[1], torque[0], torque[1], drag])

    def sliding(_: float, s: np.ndarray) -> np.ndarray:
        return laws(-CLOTH.mu_s * G * slip(s) / np.linalg.norm(slip(s)), s)

    def grips(_: float, s: np.ndarray) -> float:
        return float(np.linalg.norm(slip(s))) - 1e-9

    grips.terminal = True  # type: ignore[attr-defined]
    found = solve_ivp(sliding, (0, seconds), state, rtol=1e-11, atol=1e-13, events=grips, max_step=0.02)
    ball, left = found.y[:, -1], seconds - found.t[-1]

    def rolling(_: float, s: np.ndarray) -> np.ndarray:
        slowing = -CLOTH.mu_r * G * s[2:4] / math.hypot(s[2], s[3])
        drag = -CLOTH.a_sp * np.sign(s[6]) if abs(s[6]) > 1e-3 else 0.0
        return np.array([s[2], s[3], *slowing, -slowing[1] / R, slowing[0] / R, drag])

    def rests(_: float, s: np.ndarray) -> float:
        return math.hypot(s[2], s[3]) - 1e-9

    rests.terminal = True  # type: ignore[attr-defined]
    if left > 0 and math.hypot(ball[2], ball[3]) > 1e-9:
        ball = solve_ivp(rolling, (0, left), ball, rtol=1e-11, atol=1e-13, events=rests, max_step=0.05).y[:, -1]
    return ball


def struck(
    cut_deg: float, speed: float, height: float = 0.0, side: float = 0.0, physics: Physics = CLOTH
) -> np.ndarray:
    """Both balls (2, 7) just after the cue ball, moving along +x, hits another at a cut angle."""
    balls, cut = np.zeros((2, COLUMNS)), math.radians(cut_deg)
    launch(np.array([-squirt_angle(side, 20.0), speed, side, height, 0.0, 0.0]), 20.0, R, balls)
    balls[1, :2] = 2 * R * math.cos(cut), 2 * R * math.sin(cut)
    ball_impact(balls, 0, 1, physics, R)
    return balls[:, :7]


def throw_deg(cut_deg: float, speed: float, **stroke: float) -> float:
    """How far the target leaves off the line of centres, toward the cue ball's way."""
    target = struck(cut_deg, speed, **stroke)[1]
    return cut_deg - math.degrees(math.atan2(target[3], target[2]))


def settled(ball: np.ndarray) -> np.ndarray:
    """Velocity (2,) once a ball has stopped sliding. Source: Coriolis 1835."""
    return (5 * ball[2:4] + 2 * R * np.array([ball[5], -ball[4]])) / 7


def deflection_deg(cut_deg: float, physics: Physics) -> float:
    """How far a rolling cue ball is finally turned by a cut."""
    final = settled(struck(cut_deg, 2.0, height=0.4, physics=physics)[0])
    return abs(math.degrees(math.atan2(final[1], final[0])))


def rebound(incidence_deg: float, rolling: float, side_spin: float = 0.0, speed: float = 1.5) -> np.ndarray:
    """Ball (7,) after a cushion along x, met from below at an angle off its normal; rolling 1, stun 0, draw -1."""
    a = math.radians(incidence_deg)
    state = np.array([0, 0, speed * math.sin(a), speed * math.cos(a), 0, 0, side_spin])
    state[4:6] = rolling * np.array([-state[3], state[2]]) / R
    balls = row_of(state)
    cushion_impact(balls, 0, 0.0, 1.0, BED.sine, BED.cosine, CLOTH.e_c, CLOTH.mu_w, CLOTH.mu_s, R)
    return balls[0, :7]


def angle_off_deg(velocity: np.ndarray) -> float:
    """Angle off the cushion's normal of a ball that comes back from it."""
    return math.degrees(math.atan2(velocity[0], -velocity[1]))


def bend_deg(rolling: float) -> float:
    """How far a ball bends after the cushion, from its first direction to that after slipping."""
    ball = rebound(40, rolling)
    return abs(angle_off_deg(ball[2:4]) - angle_off_deg(settled(ball)))


def third_rail(start: int, first: int, side: float) -> float:
    """Number at which a rolling ball with running side lands on the near long rail, on bare cushions.

    The line from the start's diamond crosses the far nose line at the first number; numbers count 10 a
    diamond from the foot rail; starts 50 in the corner, then up the head rail, or down the near rail.
    """
    sx, sy = (0.0, (start - 50) / 10) if start >= 50 else ((50 - start) / 5, 0.0)
    way = np.array([8 - first / 10 - sx, 4.0 - sy])
    balls = np.zeros((1, COLUMNS))
    balls[0, :2] = (np.array([sx, sy]) + 0.6 * way / np.linalg.norm(way)) * TABLE.diamond_m
    launch(np.array([math.atan2(way[1], way[0]) - squirt_angle(side, 20.0), 3.0, side, 0.4, 0.0, 0.0]), 20.0, R, balls)
    hits = _bare_cushions(balls, 3)
    return 10 * (8 - hits[2] / TABLE.diamond_m)


def _bare_cushions(balls: np.ndarray, count: int) -> list[float]:
    """x of the first contacts with four cushions without pockets."""
    hits: list[float] = []
    while len(hits) < count:
        phase, best = begin_motion(balls, 0, CLOTH, R)
        side = None
        for axis, far in ((0, BED.length), (1, BED.width)):
            for sign in (-1.0, 1.0):
                depth = sign * (balls[0, axis] - (far if sign > 0 else 0.0)) + BED.reach
                time = rising_zero(depth, sign * balls[0, 2 + axis], 0.5 * sign * balls[0, 7 + axis])
                if time < best:
                    best, side = time, (axis, sign)
        advance(balls, 0, phase, CLOTH, R, best)
        if side is None:
            finish_phase(balls, 0, phase, R)
            continue
        hits.append(float(balls[0, 0]))
        out = (side[1], 0.0) if side[0] == 0 else (0.0, side[1])
        cushion_impact(balls, 0, *out, BED.sine, BED.cosine, CLOTH.e_c, CLOTH.mu_w, CLOTH.mu_s, R)
    return hits


def _motion() -> Measured:
    rng, place, spin = np.random.default_rng(1), 0.0, 0.0
    for _ in range(40):
        state = np.concatenate([rng.uniform(0, 1, 2), rng.uniform(-4, 4, 2), rng.uniform(-150, 150, 3)])
        seconds = rng.uniform(0.1, 3.0)
        found, expected = after(state, seconds), integrated(state, seconds)
        place = max(place, float(np.abs(found[:2] - expected[:2]).max()))
        spin = max(spin, float(np.abs(found[4:6] - expected[4:6]).max() / np.abs(state[4:6]).max()))
    return Measured(f"{place:.0e} m, {spin:.0e}", place < 1e-6 and spin < 1e-5)


def _coriolis() -> Measured:
    rng, worst = np.random.default_rng(2), 0.0
    for _ in range(200):
        state = np.concatenate([[0, 0], rng.uniform(-4, 4, 2), rng.uniform(-150, 150, 3)])
        phase, lasts = begin_motion(row_of(state), 0, CLOTH, R)
        if phase == SLIDING:
            worst = max(worst, float(np.abs(after(state, lasts)[2:4] - settled(state)).max()))
    return Measured(f"{worst:.0e} m/s", worst < 1e-9)


def _stun() -> Measured:
    cue, target = struck(35, 2.0, physics=SMOOTH)
    angle = math.degrees(math.acos(cue[2:4] @ target[2:4] / np.linalg.norm(cue[2:4]) / np.linalg.norm(target[2:4])))
    return Measured(f"{angle:.6f}°", abs(angle - 90) < 1e-6)


def _half_ball() -> Measured:
    cuts = np.linspace(20, 40, 401)
    turns = [deflection_deg(cut, SMOOTH) for cut in cuts]
    half, most, at = deflection_deg(30, SMOOTH), max(turns), cuts[int(np.argmax(turns))]
    return Measured(
        f"{half:.2f}°; {most:.2f}° at {at:.1f}°",
        abs(half - 33.67) < 0.01 and abs(most - 33.75) < 0.01 and 27.9 < at < 28.3,
    )


def _thirty_degrees() -> Measured:
    turns = [deflection_deg(math.degrees(math.asin(1 - full)), CLOTH) for full in np.linspace(0.25, 0.75, 21)]
    return Measured(f"{min(turns):.1f} to {max(turns):.1f}°", min(turns) > 26 and max(turns) < 36)


def _gearing() -> Measured:
    worst = max(abs(throw_deg(cut, 1.5, side=0.4 * math.sin(math.radians(cut)))) for cut in (10, 25, 40, 60))
    return Measured(f"{worst:.0e}°", worst < 1e-9)


def _greatest_throw() -> Measured:
    def greatest(speed: float, height: float = 0.0) -> tuple[float, int]:
        return max((throw_deg(cut, speed, height=height), cut) for cut in range(5, 75))

    slow, cut = greatest(0.5)
    faster = [greatest(speed)[0] for speed in (1.0, 2.0, 4.0)]
    rolled, drawn = greatest(0.5, 0.4)[0], greatest(0.5, -0.4)[0]
    falls = all(a > b for a, b in pairwise([slow, *faster])) and max(rolled, drawn) < slow
    words = f"{slow:.1f}° at {cut}°; {', '.join(f'{t:.1f}' for t in faster)}° at 1, 2, 4 m/s"
    words += f"; follow {rolled:.1f}°, draw {drawn:.1f}°"
    return Measured(words, 4 <= slow <= 7 and 22 <= cut <= 42 and falls)


def _throw_signs() -> Measured:
    holds = True
    for cut in (5, 10, 15):
        plain = throw_deg(cut, 1.0)
        holds &= throw_deg(cut, 1.0, height=0.3) < plain and throw_deg(cut, 1.0, height=-0.3) < plain
        # The target lies to the left of the cue ball's way: outside side is right side.
        holds &= throw_deg(cut, 1.0, side=0.1) < plain < throw_deg(cut, 1.0, side=-0.1)
    turned = next((cut for cut in range(15, 60) if throw_deg(cut, 1.0, side=-0.3) < throw_deg(cut, 1.0)), None)
    return Measured(f"as expected; inside side of 0.3 R adds no more from {turned}° on", holds)


def _side_off_the_rail() -> Measured:
    plain, running, reverse = (angle_off_deg(settled(rebound(40, 1.0, spin))) for spin in (0.0, 40.0, -40.0))
    return Measured(f"{running:.0f}° running, {plain:.0f}° plain, {reverse:.0f}° reverse", reverse < plain < running)


def _bend() -> Measured:
    stun, follow = bend_deg(0.0), bend_deg(1.0)
    return Measured(f"{stun:.1f}° and {follow:.1f}°", stun < 6 and stun < follow / 2)


def _mirror_law() -> Measured:
    offs = [
        angle_off_deg(settled(rebound(angle, 0.0, speed=speed))) - angle
        for angle in range(5, 45, 5)
        for speed in (0.7, 1.5)
    ]
    return Measured(f"{min(offs):+.1f} to {max(offs):+.1f}°", max(map(abs, offs)) < 4)


def _diamonds() -> Measured:
    rows = ((50, 30, 0.3), (50, 40, 0.3), (60, 35, 0.3), (65, 45, 0.3), (70, 55, 0.3), (60, 20, 0.15))
    offs = np.array([(third_rail(*row) - (row[0] - row[1])) / 10 for row in rows])
    constant = float(offs.mean())
    left = offs - constant
    words = f"constant {constant:+.2f}; then {', '.join(f'{off:+.2f}' for off in left)} diamonds"
    return Measured(words, abs(left[0]) < 0.6 and float(np.abs(left).max()) < 1.0)


def _energy(balls: np.ndarray) -> float:
    return float(np.sum(balls[:, 2:4] ** 2) + 0.4 * R * R * np.sum(balls[:, 4:7] ** 2))


def _momentum() -> Measured:
    rng, drift, gain = np.random.default_rng(3), 0.0, -1.0
    for _ in range(500):
        balls, bearing = np.zeros((2, COLUMNS)), rng.uniform(-3, 3)
        balls[1, :2] = 2 * R * math.cos(bearing), 2 * R * math.sin(bearing)
        balls[:, 2:4], balls[:, 4:7] = rng.uniform(-5, 5, (2, 2)), rng.uniform(-150, 150, (2, 3))
        before, momentum = _energy(balls), balls[:, 2:4].sum(axis=0)
        ball_impact(balls, 0, 1, CLOTH, R)
        drift = max(drift, float(np.abs(balls[:, 2:4].sum(axis=0) - momentum).max() / 5))
        gain = max(gain, _energy(balls) / before - 1)
    return Measured(f"{drift:.0e}; energy at most {gain:+.0e}", drift < 1e-12 and gain < 1e-12)


def energy_rises(layout: Layout, stroke: Stroke) -> float:
    """The largest relative rise of the touched balls' energy in any event of a shot.

    Contacts that fall together are one event: solved at once, they share balls. So is all that happens while a rubber
    holds a ball: its spring keeps energy meanwhile.
    """
    worst = -1.0
    for together in _bursts(simulate(layout, stroke).events[1:]):
        before: dict[str, Motion] = {}
        after_: dict[str, Motion] = {}
        for event in together:
            for ball, motion in zip(event.balls, event.before, strict=True):
                # Of a ball that is met while a rubber holds it the rubber's event, told last, has how it came.
                is_earlier = event.kind == "cushion" and ball in before
                if ball not in before or (is_earlier and _energy_of(motion) > _energy_of(before[ball])):
                    before[ball] = motion
            after_ |= dict(zip(event.balls, event.after, strict=True))
        energies = [sum(_energy_of(motion) for motion in motions.values()) for motions in (before, after_)]
        # A ball that still turns about the vertical keeps a little energy at rest: compare absolutely there.
        worst = max(worst, (energies[1] - energies[0]) / max(energies[0], 1e-6))
    return worst


def _bursts(events: list[Event]) -> list[list[Event]]:
    """Events at one instant, and those that follow a contact of the same ball within two holds of a rubber."""
    bursts: list[list[Event]] = []
    for event in events:
        last = bursts[-1] if bursts else []
        held = any(event.t - e.t < 2 * CLOTH.rubber_s and {*e.balls} & {*event.balls} for e in last)
        if last and (held or event.t == last[-1].t):
            last.append(event)
        else:
            bursts.append([event])
    return bursts


def _energy_of(motion: Motion) -> float:
    return motion.speed_mps**2 + 0.4 * R * R * sum(w * w for w in motion.spin)


def _energy_of_shots() -> Measured:
    gain = max(energy_rises(random_layout(seed, 9), random_stroke(seed)) for seed in range(60))
    racks = max(energy_rises(triangle(rows=5), Stroke(0.3 * seed, 9.0)) for seed in range(4))
    return Measured(f"at most {max(gain, racks):+.0e}", max(gain, racks) < 1e-9)


def _symmetry() -> Measured:
    worst, count = 0.0, 0
    for seed in range(80):
        layout, stroke = random_layout(seed, 3), Stroke(seed * 4.7, 2.0, 0.2, -0.1)
        plain = simulate(layout, stroke)
        if sum(event.kind == "ball-ball" for event in plain.events) > 1:
            continue
        count += 1
        for found, expected in zip(_images(layout, stroke), _image_places(plain.final), strict=True):
            worst = max(worst, max(math.dist(found[name], expected[name]) for name in expected))
    return Measured(f"{worst:.0e} m over {count} shots", worst < 1e-9)


def _images(layout: Layout, stroke: Stroke) -> list[dict[str, tuple[float, float]]]:
    """Where the balls end in the mirror image, after half a turn, and with balls 1 and 2 renamed."""
    length, width = TABLE.length_m, TABLE.width_m
    swap = {"cue": "cue", "1": "2", "2": "1"}
    mirrored = Layout(TABLE, {n: (x, width - y) for n, (x, y) in layout.balls.items()})
    turned = Layout(TABLE, {n: (length - x, width - y) for n, (x, y) in layout.balls.items()})
    renamed = simulate(Layout(TABLE, {swap[n]: p for n, p in layout.balls.items()}), stroke).final
    mirror = Stroke(-stroke.aim_deg, stroke.speed_mps, -stroke.side, stroke.height)
    turn = Stroke(stroke.aim_deg + 180, stroke.speed_mps, stroke.side, stroke.height)
    return [
        simulate(mirrored, mirror).final,
        simulate(turned, turn).final,
        {swap[n]: p for n, p in renamed.items()},
    ]


def _image_places(final: dict[str, tuple[float, float]]) -> list[dict[str, tuple[float, float]]]:
    length, width = TABLE.length_m, TABLE.width_m
    return [
        {n: (x, width - y) for n, (x, y) in final.items()},
        {n: (length - x, width - y) for n, (x, y) in final.items()},
        final,
    ]


@numba.njit
def stepped(vx, vy, wx, wy, wz, s, c, e, mu_w, mu_s, dp):  # type: ignore[no-untyped-def]
    """The published cushion equations by plain small steps: slow, simple, independent. R = 1.

    Source: Mathavan, Jackson, Parkin 2010, equations of motion and numerical scheme.
    """
    work, wanted, compressing = 0.0, 0.0, True
    while compressing or work > wanted:
        ix, iz = vx + wy * s - wz * c, -vy * s + wx
        cx, cy = vx - wy, vy + wx
        size_i, size_c = max(math.hypot(ix, iz), 1e-12), max(math.hypot(cx, cy), 1e-12)
        # At most what ends the slip: 7/2 per unit impulse bounds the response of a sphere.
        rub = min(mu_w * dp, size_i / 3.6)
        fx, fz = -rub * ix / size_i, -rub * iz / size_i
        cloth = max(0.0, s * dp - c * fz)
        drag = min(mu_s * cloth, size_c / 3.6)
        gx, gy = -drag * cx / size_c, -drag * cy / size_c
        work += dp * c * vy
        vx += fx + gx
        vy += -c * dp - s * fz + gy
        wx += 2.5 * (fz + gy)
        wy += 2.5 * (s * fx - gx)
        wz -= 2.5 * c * fx
        if compressing and vy <= 0.0:
            compressing, wanted = False, (1 - e * e) * work
    return np.array([vx, vy, wx, wy, wz])


def _cushion_equations() -> Measured:
    rng, worst = np.random.default_rng(4), 0.0
    for case in range(60):
        angle = rng.uniform(-1.3, 1.3)
        ball = np.array([0, 0, math.tan(angle), 1.0, 0, 0, 0])
        # By turns rolling, with any spin, and without.
        ball[4:7] = (-1 / R, ball[2] / R, 30.0) if case % 3 == 0 else rng.normal(0, 30, 3) * (case % 3 == 1)
        found = row_of(ball)
        cushion_impact(found, 0, 0.0, 1.0, BED.sine, BED.cosine, CLOTH.e_c, CLOTH.mu_w, CLOTH.mu_s, R)
        start = (ball[2], ball[3], *(R * ball[4:7]))
        expected = stepped(*start, BED.sine, BED.cosine, CLOTH.e_c, CLOTH.mu_w, CLOTH.mu_s, 2e-6)
        scaled = np.concatenate([found[0, 2:4], R * found[0, 4:7]])
        worst = max(worst, float(np.abs(scaled - expected).max()))
    return Measured(f"within {worst:.0e} of the speed", worst < 5e-5)


def _straight_into_the_rail() -> Measured:
    ball = rebound(0, 1.0)
    ratios = [-ball[3] / 1.5, -settled(ball)[1] / 1.5]
    return Measured(f"{ratios[0]:.2f}, {ratios[1]:.2f}", abs(ratios[0] - 0.81) < 0.01 and abs(ratios[1] - 0.52) < 0.01)


def _lengths() -> Measured:
    found = []
    for speed in (7.0, 10.0):
        shot = simulate(Layout.in_diamonds(TABLE, cue=(0.5, 2)), Stroke(0, speed, 0, 0.4))
        found.append(sum(abs(b.at[0] - a.at[0]) for a, b in pairwise(shot.events)) / TABLE.length_m)
    return Measured(
        f"{found[0]:.1f} and {found[1]:.1f} lengths", abs(found[0] - 4.4) < 0.2 and abs(found[1] - 5.4) < 0.2
    )


def _windows() -> Measured:
    side = (1000 * mouth_width(TABLE, 1, 1.0, math.radians(angle)) for angle in (0, 45, 60, 70))
    found = [1000 * mouth_width(TABLE, 0, 1.0), *side]
    expected = (74, 88, 52, 24, 0)
    words = f"{found[0]:.0f} mm; {', '.join(f'{w:.0f}' for w in found[1:])} mm"
    return Measured(words, all(abs(a - b) <= 5 for a, b in zip(found, expected, strict=True)))


def _fast_balls_reject() -> Measured:
    slow, fast = (1000 * mouth_width(TABLE, 0, speed) / 2 for speed in (1.0, 8.0))
    return Measured(
        f"half-width {slow:.0f} mm slow, {fast:.0f} mm at 8 m/s",
        fast < slow and abs(slow - 37) < 2 and abs(fast - 34) < 3,
    )


def _driven_between_two() -> Measured:
    x, gap = 1.2, 2 * R
    pair = {"1": (x + gap * math.cos(math.pi / 6), 0.635 + R), "2": (x + gap * math.cos(math.pi / 6), 0.635 - R)}
    shot = simulate(Layout(TABLE, {"cue": (0.8, 0.635), **pair}), Stroke(0, 1.2))
    (x1, y1), (x2, y2) = shot.final["1"], shot.final["2"]
    off = max(abs(x1 - x2), abs(y1 + y2 - 2 * 0.635), abs(shot.final["cue"][1] - 0.635))
    return Measured(f"within {off:.0e} m of the mirror image", off < 1e-9)


def _frozen_row() -> Measured:
    row = {str(k): (1.0 + 2 * R * k, 0.635) for k in range(1, 4)}
    events = simulate(Layout(TABLE, {"cue": (0.7, 0.635), **row}), Stroke(0, 1.5, 0, 0.0)).events
    contacts = [event for event in events if event.kind == "ball-ball"]
    share = contacts[2].after[1].speed_mps / contacts[0].before[0].speed_mps
    return Measured(f"the last ball leaves with {share:.2f} of the speed", abs(share - ((1 + 0.95) / 2) ** 3) < 0.01)


def _rolls_out() -> Measured:
    shot = simulate(Layout.in_diamonds(TABLE, cue=(1, 2)), Stroke(0, 0.5, 0, 0.4))
    off = abs(shot.final["cue"][0] - TABLE.length_m / 8 - 0.5**2 / (2 * TABLE.mu_r * G))
    return Measured(f"{off:.0e} m", off < 1e-9)


def _swerve() -> Measured:
    # Without squirt: it turns the way as a whole.
    physics, layout = physics_of(TABLE, {"k_endmass": 1000.0}), Layout(TABLE, {"cue": (0.6, 0.6)})
    side, height = 0.3, 0.1
    found, expected = [], []
    for elevation in (5.0, 15.0, 30.0, 45.0, 60.0):
        rolling = next(
            event.after[0].velocity
            for event in simulate(layout, Stroke(0.0, 1.0, side, height, elevation), physics).events
            if event.kind == "slide-to-roll"
        )
        raised = math.radians(elevation)
        found.append(math.degrees(math.atan2(rolling[1], rolling[0])))
        expected.append(-math.degrees(math.atan2(side * math.sin(raised), math.cos(raised) + height)))
    worst = max(abs(one - other) for one, other in zip(found, expected, strict=True))
    turns = ", ".join(f"{turn:.1f}" for turn in found)
    return Measured(f"{turns}° at 5, 15, 30, 45, 60°; off by {worst:.1f}°", worst < 0.8)


def _many_random_shots() -> Measured:
    wrong = total = 0
    for seed in range(40):
        layout = random_layout(seed, 4 + seed % 7)
        strokes = np.array([random_stroke(100 * seed + k).row() for k in range(100)])
        places = np.array(list(layout.balls.values()))
        ends = execute(TABLE, places, strokes)
        on = ends.pocketed < 0
        inside = (np.abs(ends.finals[..., 0] - 1.27) < 1.31) & (np.abs(ends.finals[..., 1] - 0.635) < 0.675)
        apart = np.linalg.norm(ends.finals[:, :, None] - ends.finals[:, None], axis=-1)
        apart[:, np.arange(len(places)), np.arange(len(places))] = 1.0
        apart[~on[:, :, None] | ~on[:, None]] = 1.0
        bad = (ends.facts[:, 0] != 0) | np.any(on & ~inside, axis=1) | (apart.min(axis=(1, 2)) < 2 * R - 1e-6)
        wrong, total = wrong + int(bad.sum()), total + len(bad)
    return Measured(f"{wrong} of {total}", wrong == 0)


CHECKS = (
    Check(
        "motion, any spin and speed, against a general integrator",
        "place 1e-6 m, spin 1e-5",
        "SciPy solve_ivp with events, on Newton's laws",
        _motion,
    ),
    Check("final velocity of a sliding, spinning ball", "(5 v + 2 R w × z) / 7", "Coriolis 1835", _coriolis),
    Check("distance of a rolling ball", "v² / (2 mu_r g)", "closed form", _rolls_out),
    Check("stun shot, e = 1, no friction: the balls part at", "90°", "momentum and energy", _stun),
    Check(
        "rolling half-ball hit, e = 1, no ball friction; greatest deflection",
        "33.67°; 33.75° at 28.1°",
        "closed form, 30-degree rule",
        _half_ball,
    ),
    Check("rolling cue ball, ¼ to ¾ ball, default constants: deflection", "26 to 36°", PRACTICE, _thirty_degrees),
    Check("gearing outside side, stun shot: throw at a = 0.4 sin(cut)", "0", "closed form", _gearing),
    Check(
        "greatest throw of a slow stun shot, near half ball; falls with speed, follow and draw",
        "4 to 7°",
        "common practice (“an inch per foot”); Marlow 1995",
        _greatest_throw,
    ),
    Check(
        "draw and follow reduce throw; up to 15° outside side reduces, inside side adds",
        "signs",
        PRACTICE,
        _throw_signs,
    ),
    Check("running side lengthens, reverse side shortens (40° in, rolling)", "signs", PRACTICE, _side_off_the_rail),
    Check("bend after the cushion at 40°: sliding ball, and follower", "below 6°, and under half", PRACTICE, _bend),
    Check("mirror law of a kick, sliding ball, below 45°: out less in, after slip", "within 4°", PRACTICE, _mirror_law),
    Check(
        "three-cushion arithmetic: 50-30-20, then 50-40-10, 60-35-25, 65-45-20, 70-55-15, 60-20-40",
        "first within 0.6 diamond after one constant, others within 1",
        PRACTICE,
        _diamonds,
    ),
    Check(
        "cushion impact against the published equations in plain steps",
        "the same",
        "Mathavan, Jackson, Parkin 2010",
        _cushion_equations,
    ),
    Check(
        "rolling ball straight into a cushion: speed left at once, and after sliding",
        "0.81, 0.52",
        "a separate implementation of the same model",
        _straight_into_the_rail,
    ),
    Check(
        "launched rolling at 7 and at 10 m/s a ball covers",
        "4.4 and 5.4 lengths",
        "a separate implementation of the same model",
        _lengths,
    ),
    Check(
        "pocket mouths from 0.35 m: corner on the diagonal; side at 0, 45, 60, 70°",
        "74 mm; 88, 52, 24, 0 mm",
        "a separate implementation of the same model",
        _windows,
    ),
    Check(
        "a fast ball is rejected where a slow one drops",
        "37 mm, 34 mm",
        "a separate implementation of the same model",
        _fast_balls_reject,
    ),
    Check(
        "massé: rolling, a ball with side goes along the line from its foot to where the cue points on the cloth",
        "within 0.8°",
        "Coriolis 1835",
        _swerve,
    ),
    Check("momentum in ball-ball impacts; energy", "1e-12; never rises", "mechanics", _momentum),
    Check("energy in every event of random shots and of full breaks", "never rises", "mechanics", _energy_of_shots),
    Check("mirror image, half a turn, renumbering", "1e-9 m before a second contact", "symmetry", _symmetry),
    Check("a ball driven straight between two touching ones", "mirror-symmetric", "symmetry", _driven_between_two),
    Check(
        "a frozen row of three, hit full at stun",
        "((1 + e) / 2)³ = 0.93 of the speed",
        "Newton's restitution, contact by contact",
        _frozen_row,
    ),
    Check("random shots with a missed contact, a lost ball or no end", "none", "properties", _many_random_shots),
)


def table() -> str:
    """The rows as Markdown, measured now."""
    lines = ["| check | expected | measured | source |", "|---|---|---|---|"]
    for check in CHECKS:
        measured = check.measure()
        mark = "" if measured.holds else " **fails**"
        lines.append(f"| {check.claim} | {check.expected} | {measured.words}{mark} | {check.source} |")
    return "\n".join(lines)


def documented_rows() -> list[tuple[str, str, str]]:
    """Claim, expectation and source of the rows in `docs/physics.md`."""
    inside = _DOC.read_text(encoding="utf-8").split(_BEGIN)[1].split(_END)[0]
    rows = [[cell.strip() for cell in line.strip("|").split("|")] for line in inside.strip().splitlines()[2:]]
    return [(claim, expected, source) for claim, expected, _, source in rows]


def write() -> None:
    """Put the table, measured now, into `docs/physics.md`."""
    text = _DOC.read_text(encoding="utf-8")
    head, rest = text.split(_BEGIN)
    _, tail = rest.split(_END)
    _DOC.write_text(f"{head}{_BEGIN}\n{table()}\n{_END}{tail}", encoding="utf-8")


if __name__ == "__main__":
    write()
