"""The layers of a drawing in sentences, for reading instead of looking; a layer that shows nothing says so."""

import numpy as np
from numpy.typing import NDArray

from partita.options.naming import POCKET_WORDS, ball_words
from partita.table.diamonds import diamonds
from partita.table.spec import TableSpec
from partita.views.flight import SideView
from partita.views.layers import PositionLine, ScratchLine, Shadow, Window

# A ball whose middle resting place is this near to where it lay has not gone anywhere, m.
_STAYS_M = 0.002
_INCH_M = 0.0254


def fan_words(count: int) -> str:
    """How many tries are drawn."""
    return f"{count} tries, as this player’s hands turn them out."


def rest_words(table: TableSpec, ball: str, lying: NDArray[np.float64], count: int) -> str:
    """Where a ball comes to rest. lying : (k, 2) m, of the executions that leave it on the table, out of `count`."""
    name, fallen = ball_words(ball).capitalize(), 1 - len(lying) / count
    if fallen >= 0.5:
        return f"{name} falls {_percent(fallen)} of the time."
    middle = np.median(lying, axis=0)
    half = float(np.median(np.linalg.norm(lying - middle, axis=1)))
    if half < _STAYS_M:
        return f"{name} mostly stays."
    x, y = diamonds(table, float(middle[0]), float(middle[1]))
    within = f"{100 * half:.0f} cm ({half / _INCH_M:.0f} in)"
    return f"{name} rests about {x:.1f}, {y:.1f}, half of the time within {within}."


def shadow_words(shadows: list[Shadow]) -> str:
    """Which balls hide the one that is on."""
    if not shadows:
        return "Nothing throws a shadow."
    blockers = _listed([ball_words(shadow.ball) for shadow in shadows], "and")
    throw = "throws a shadow" if len(shadows) == 1 else "throw shadows"
    hidden = "from there it cannot be hit straight"
    return f"From {ball_words(shadows[0].target)} as it then lies, {blockers} {throw}: {hidden}."


def window_words(window: Window | None) -> str:
    """How far the pocket is open."""
    if window is None:
        return "No pocket is played for directly."
    degrees = float(np.degrees(2 * window.half_rad))
    return f"The {POCKET_WORDS[window.pocket]} is open {degrees:.1f}° from {ball_words(window.ball)}."


def scratch_words(lines: list[ScratchLine], count: int) -> str:
    """Into which pockets the cue ball falls, and how often."""
    if not lines:
        return f"No scratch in {count} tries."
    return f"The cue ball may fall: {', '.join(f'{POCKET_WORDS[s.pocket]} {_percent(s.share)}' for s in lines)}."


def position_words(lines: list[PositionLine]) -> str:
    """Which pockets the next ball goes into straight."""
    if not lines:
        return "No straight line to a next ball."
    pockets = _listed([f"the {POCKET_WORDS[line.pocket]}" for line in lines], "or")
    return f"Straight in on {ball_words(lines[0].ball)} next into {pockets}."


def jump_words(side: SideView, names: tuple[str, ...], table: TableSpec) -> str:
    """What a jump clears and by how much, and where the cue ball comes down first."""
    over = [(names[one.ball], one.margin_m) for one in side.balls if one.margin_m is not None]
    clears = _listed([f"{ball_words(ball)} by {max(1, round(1000 * margin))} mm" for ball, margin in over], "and")
    high = f"{1000 * float(side.way[:, 1].max()):.0f} mm high"
    down = f"down after {side.landings[0] / table.diamond_m:.1f} diamonds"
    return f"{f'Clears {clears}, ' if over else 'Leaves the bed, '}{high}, {down}."


def _percent(share: float) -> str:
    return f"{100 * share:.0f} %" if share >= 0.01 else "under 1 %"


def _listed(words: list[str], last: str) -> str:
    return f"{', '.join(words[:-1])} {last} {words[-1]}" if len(words) > 1 else "".join(words)
