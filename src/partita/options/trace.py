"""Reading a trace: what kind of shot it shows. One rule set for every stroke, found or given by hand."""

import math
from dataclasses import dataclass, field, replace

import numpy as np

from partita.games.game import FOUL, LOST
from partita.games.referee import after, legal_targets
from partita.lines.openings import FROZEN_M, is_frozen
from partita.lines.sight import blockers_of, is_hooked
from partita.options.flights import Cleared, cleared, flights_of
from partita.options.naming import ball_words, detail_of, name_of, zone_words
from partita.options.option import ATTACKS, SAFETIES, Caution, Intention, Option
from partita.options.scene import Floats, Reading, Scene, stroke_of
from partita.options.thickness import fullness_of
from partita.physics.constants import BALL_BALL, CUSHION, FACING, JAW_TIP, POCKET
from partita.physics.facts import CUE_CUSHIONS_BEFORE, CUT, OVER, PRESSED, STILL_FROZEN_M, WAY, bend_of, unsighted_way
from partita.physics.simulate import names_of
from partita.players.judgement import SIGHTED, Unsighted, curved_m, meets_next
from partita.rows.stroke import ELEVATION_RAD
from partita.rows.trace import AFTER, AFTER_OTHER, AT_S, BEFORE, KIND, MET, WHOSE
from partita.table.diamonds import diamonds
from partita.table.spec import CUSHIONS, POCKETS

# A cushion this near (m) before the contact makes it rail first rather than a kick.
RAIL_FIRST_M = 0.20
# A frozen ball that is met this soon after its rail is met at once with it, m.
AT_ONCE_M = 0.012
# The cue ball has stuck when it rests this near (ball diameters) to where it met the target; and the target has
# been sent away when it rests this far from it, m.
STICK_BALLS, SENT_AWAY_M = 2.0, 0.35
_FULL_STICK, _THIN, _STOP_FULLNESS = 0.70, 0.22, 0.93
# From here on a raised butt makes a massé of a swerve. A judgement, no source.
_STEEP_RAD = math.radians(38)
# Two contacts no farther apart than this, s, come of one press against a rail.
_AT_THE_RUBBER_S = 0.03
# Contacts before the one that drives the potted ball, at most, of a shot that somebody would call.
_MOST_BEFORE = 2
# Spin over the top at the contact, as a share of a rolling ball's: below and above it is draw and follow.
_DRAW, _STUN, _ROLL = -0.15, 0.15, 0.80


@dataclass
class _Story:
    """What a trace tells, in order: the facts from which the shot is named.

    way_m, rails_at_m : the way of each ball from where it is first met, and how far along it its cushions were
    begins_rad, bend : the cue ball's direction at first, and by how much it has turned when it meets the target, rad
    """

    route: list[str] = field(default_factory=list)
    last_rail: Floats | None = None
    target: int = -1
    met_at: Floats | None = None
    over: float = 0.0
    cue_hits_target: int = 0
    met_s: float = 0.0
    begins_rad: float = 0.0
    bend: float = 0.0
    kiss_after_s: float = math.inf
    jaw: bool = False
    contacts: list[tuple[int, int]] = field(default_factory=list)
    cushions: dict[int, list[str]] = field(default_factory=dict)
    pockets: dict[int, int] = field(default_factory=dict)
    at: dict[int, Floats] = field(default_factory=dict)
    way_m: dict[int, float] = field(default_factory=dict)
    rails_at_m: dict[int, list[float]] = field(default_factory=dict)

    def go_on(self, ball: int, here: Floats) -> None:
        """Add a ball's way since its last event."""
        self.way_m[ball] = self.way_m.get(ball, 0.0) + math.dist(self.at.get(ball, here), here)
        self.at[ball] = here


def _story(trace: Floats, radius: float) -> _Story:
    story = _Story()
    story.go_on(0, trace[0, AFTER + 1 : AFTER + 3])
    story.begins_rad = math.atan2(trace[0, AFTER + 4], trace[0, AFTER + 3])
    for row in trace[1:]:
        kind, ball, other = int(row[KIND]), int(row[WHOSE]), int(row[MET])
        story.go_on(ball, row[AFTER + 1 : AFTER + 3])
        if kind == BALL_BALL:
            story.go_on(other, row[AFTER_OTHER + 1 : AFTER_OTHER + 3])
            _note_contact(story, row, ball, other, radius)
        elif kind == CUSHION:
            _note_rail(story, ball, CUSHIONS[other], row)
        elif kind in (JAW_TIP, FACING):
            _note_rail(story, ball, f"jaw {POCKETS[other // 2]}", row)
        elif kind == POCKET:
            story.pockets[ball] = other
    return story


def _note_contact(story: _Story, row: Floats, ball: int, other: int, radius: float) -> None:
    one, two = min(ball, other), max(ball, other)
    story.contacts.append((one, two))
    if one != 0:
        return
    if story.target < 0:
        cue_first = ball == 0
        at = row[AFTER + 1 : AFTER + 3] if cue_first else row[AFTER_OTHER + 1 : AFTER_OTHER + 3]
        vx, vy, wx, wy = row[BEFORE : BEFORE + 4] if cue_first else row[BEFORE + 5 : BEFORE + 9]
        speed = math.hypot(vx, vy)
        story.target, story.met_at = two, at.copy()
        story.bend = abs(math.remainder(math.atan2(vy, vx) - story.begins_rad, 2 * math.pi))
        story.over = radius * (wy * vx - wx * vy) / (speed * speed) if speed > 0 else 0.0
        story.met_s = float(row[AT_S])
    if two == story.target:
        story.cue_hits_target += 1
        if story.cue_hits_target == 2:
            story.kiss_after_s = float(row[AT_S]) - story.met_s


def _note_rail(story: _Story, ball: int, name: str, row: Floats) -> None:
    if ball == 0 and story.target < 0:
        # Pressed into the rail that it lay frozen to it has not met one, and pressed along one it has met it once.
        if story.way_m[0] < STILL_FROZEN_M or (story.route and story.route[-1] == name):
            return
        story.route.append(name)
        story.last_rail = row[AFTER + 1 : AFTER + 3].copy()
        return
    met = story.cushions.setdefault(ball, [])
    # Pressed along a rail a ball touches it again and again: that is one cushion.
    if name.startswith("jaw") or (met and met[-1] == name):
        return
    met.append(name)
    story.rails_at_m.setdefault(ball, []).append(story.way_m[ball])


def _met_at_once(scene: Scene, story: _Story) -> bool:
    """A ball frozen to a rail that is met together with it: to the player that is no shot off the rail."""
    if len(story.route) != 1 or story.last_rail is None or story.met_at is None or story.route[0] not in CUSHIONS:
        return False
    x, y = scene.places[story.target]
    gap = {"near-long": y, "far-long": scene.bed.width - y, "head": x, "foot": scene.bed.length - x}[story.route[0]]
    return bool(gap < scene.bed.reach + FROZEN_M and math.dist(story.met_at, story.last_rail) < AT_ONCE_M)


def _unsighted(scene: Scene, reading: Reading, e: int, story: _Story, intention: Intention) -> Unsighted:
    """What of the shot cannot be sighted."""
    shots = reading.shots
    found = _unsighted_after(scene, story, intention)
    if intention.potted and intention.potted == intention.target:
        frozen = is_frozen(scene.bed, *scene.places[story.target])
        if frozen or shots.facts[e, PRESSED]:
            found = found._replace(pressed=1.0, points=float(intention.kind == "double-kiss"))
    cushions = shots.facts[e, CUE_CUSHIONS_BEFORE]
    kick = float(unsighted_way(cushions, shots.measures[e]))
    bend, rolls = bend_of(cushions, shots.measures[e])
    found = found._replace(bend_rad=float(bend), rolls=float(rolls))
    curve = curved_m(float(shots.measures[e, WAY]), story.bend) if story.target >= 0 and not story.route else 0.0
    return found._replace(way_m=math.hypot(kick, curve))


def _unsighted_after(scene: Scene, story: _Story, intention: Intention) -> Unsighted:
    """The same of what happens after the first contact."""
    if intention.kind in ("combination", "carom", "kiss") and story.met_at is not None:
        of_cue = intention.kind == "carom"
        begins = story.met_at if of_cue else scene.places[story.target]
        after = [two if one == story.target else one for one, two in story.contacts[1:] if story.target in (one, two)]
        ball = scene.names.index(intention.potted or "") if of_cue else next((b for b in after if b), None)
        if ball is None:
            return Unsighted(share=1.0)
        return meets_next(math.dist(begins, scene.places[ball]) - 2 * scene.bed.radius, of_cue)
    if intention.potted and _banked(list(intention.cushions), intention.pocket or ""):
        ball = scene.names.index(intention.potted)
        whole = max(1e-6, story.way_m[ball])
        left = (1.0 - at / whole for at in story.rails_at_m.get(ball, ()))
        return Unsighted(share=math.sqrt(sum(share**2 for share in left)))
    return SIGHTED


def read_option(scene: Scene, reading: Reading, e: int, source: str) -> Option:
    """Name stroke e of a reading that was played with its trace."""
    story = _story(reading.shots.traces[e], scene.bed.radius)
    if _met_at_once(scene, story):
        story.route.clear()
    cut = float(reading.shots.measures[e, CUT])
    flown = _flown_over(scene, reading, e, story)
    intention = _intention(scene, reading, e, story, cut, tuple(scene.names[one.ball] for one in flown))
    stroke = stroke_of(reading.rows[e])
    return Option(
        stroke=stroke,
        intention=intention,
        contact_m=max(float(reading.shots.measures[e, WAY]), 0.02) if story.target >= 0 else 0.0,
        cut_rad=cut,
        name=name_of(intention),
        detail=detail_of(intention, stroke, scene.table),
        source=source,
        call=reading.calls[e],
        watch=(*_double_kiss(story, intention), *_clearance(intention, flown)),
        unsighted=_unsighted(scene, reading, e, story, intention),
        nobodys=_is_nobodys(scene, story, intention) or _jumps_into_luck(intention),
    )


def _flown_over(scene: Scene, reading: Reading, e: int, story: _Story) -> list[Cleared]:
    """The balls that the cue ball flies over on its way to its first contact."""
    if not reading.shots.facts[e, OVER]:
        return []
    return cleared(flights_of(reading.shots.traces[e]), scene.places, story.target, scene.bed.radius)


def _jumps_into_luck(intention: Intention) -> bool:
    """A jump that goes on by rails or other balls: nobody calls that."""
    return bool(intention.over) and intention.kind in (*ATTACKS, *SAFETIES) and "jump" not in intention.kind


def _clearance(intention: Intention, flown: list[Cleared]) -> tuple[Caution, ...]:
    """By how much a jump clears what it flies over, struck as it is meant."""
    if not flown:
        return ()
    least = min(flown, key=lambda one: one.margin_m)
    name = ball_words(intention.over[flown.index(least)])
    return (Caution("jump", f"clears {name} by {max(1, round(1000 * least.margin_m))} mm"),)


def _is_nobodys(scene: Scene, story: _Story, intention: Intention) -> bool:
    """A ball driven by others that then banks, comes off a third ball, or is one of a long row: nobody calls that."""
    if intention.kind not in ("combination", "carom", "kiss") or intention.potted is None:
        return False
    ball = scene.names.index(intention.potted)
    first = next((place for place, pair in enumerate(story.contacts) if ball in pair), len(story.contacts))
    met = {other for pair in story.contacts if ball in pair for other in pair if other != ball}
    most = {"combination": 1, "carom": 1, "kiss": 2}[intention.kind]
    return len(met) > most or first > _MOST_BEFORE or _banked(list(intention.cushions), intention.pocket or "")


def _double_kiss(story: _Story, intention: Intention) -> tuple[Caution, ...]:
    if story.cue_hits_target > 1:
        return (Caution("kiss", f"the cue ball kisses {ball_words(intention.target or '')} a second time"),)
    return ()


def _intention(scene: Scene, reading: Reading, e: int, story: _Story, cut: float, over: tuple[str, ...]) -> Intention:
    names, call = scene.names, reading.calls[e]
    code = int(reading.outcomes.code[e])
    base = Intention(
        kind="miss",
        target=names[story.target] if story.target >= 0 else None,
        potted=None,
        pocket=None,
        route=tuple(story.route),
        fullness=fullness_of(cut),
        # A positive cut sends the target to the left of the line, so its right side was hit.
        hit_side="right" if cut > 0 else "left",
        cushions=tuple(story.cushions.get(story.target, ())),
        style=_style(story, cut),
        after=tuple(story.cushions.get(0, ())),
        over=over,
    )
    if call.push_out:
        rests = zone_words(*diamonds(scene.table, *(float(at) for at in reading.shots.finals[e, 0])))
        return replace(base, kind="push-out", rests=rests, behind=_hidden_behind(scene, reading, e))
    if code in (FOUL, LOST):
        return replace(base, kind="foul" if story.target >= 0 else "miss")
    if call.ball is None:
        kind, behind = _safety(scene, reading, e, story, base)
        return replace(base, kind=kind, behind=behind)
    potted = names.index(call.ball)
    pocket = POCKETS[story.pockets.get(potted, call.pocket)]
    kind, via = _attack(story, potted, pocket)
    kind = "jump-pot" if kind == "pot" and over else kind
    return replace(
        base, kind=kind, potted=call.ball, pocket=pocket,
        cushions=tuple(story.cushions.get(potted, ())), via=tuple(names[ball] for ball in via),
    )  # fmt: skip


def _style(story: _Story, cut: float) -> str:
    """Stop, stun, roll, follow or draw, by the cue ball's spin when it meets the target."""
    if story.target < 0:
        return ""
    if abs(story.over) <= _STUN:
        return "stop" if fullness_of(cut) >= _STOP_FULLNESS else "stun"
    if story.over < _DRAW:
        return "draw"
    return "roll" if story.over >= _ROLL else "follow"


def _attack(story: _Story, potted: int, pocket: str) -> tuple[str, tuple[int, ...]]:
    """The kind of a shot that pots a ball, and the balls between."""
    touched = [pair for pair in story.contacts if potted in pair]
    if not touched:
        # So much happened first that the trace kept no more of it: balls have driven each other.
        return "combination", ()
    mover = touched[0][0] if touched[0][0] != potted else touched[0][1]
    if mover != 0:
        return "combination", (mover,)
    if potted != story.target:
        return "carom", (story.target,)
    off = [pair[0] if pair[0] != potted else pair[1] for pair in touched[1:]]
    others = tuple(ball for ball in off if ball != 0)
    if story.route:
        # However the ball goes on from there, to the player it is a kick.
        return ("rail-first" if _is_rail_first(story) else "kick-pot"), others
    if others:
        return "kiss", others
    if len(off) > 0 and _of_the_rubber(story):
        return "double-kiss", ()
    return ("bank" if _banked(story.cushions.get(potted, []), pocket) else "pot"), ()


def _of_the_rubber(story: _Story) -> bool:
    """A second contact with the cue ball that comes before anything else: the rubber drives the ball back into it."""
    return story.contacts[:2] == [(0, story.target)] * 2 and story.kiss_after_s < _AT_THE_RUBBER_S


def _banked(cushions: list[str], pocket: str) -> bool:
    """A cushion on the way; a brush along the rail into the pocket beside it is none."""
    return len(cushions) > 0 and not _brushes_into(cushions, pocket)


def _brushes_into(cushions: list[str], pocket: str) -> bool:
    """Contacts with a rail that ends at the pocket and with no other; a ball frozen to it touches it more than once."""
    end, side = pocket.split("-")
    return len(set(cushions)) == 1 and cushions[0] in (f"{side}-long", end) and end != "side"


def _is_rail_first(story: _Story) -> bool:
    if len(story.route) != 1 or story.last_rail is None or story.met_at is None:
        return False
    return float(np.hypot(*(story.met_at - story.last_rail))) < RAIL_FIRST_M


def _safety(scene: Scene, reading: Reading, e: int, story: _Story, base: Intention) -> tuple[str, tuple[str, ...]]:
    """The kind of a legal shot that pots nothing, and what hides the next player's ball."""
    others = [ball for ball in range(1, len(scene.names))]
    hooked = is_hooked(scene.places, scene.targets, others, scene.bed.radius)
    behind = _hidden_behind(scene, reading, e)
    stuck = _stuck(scene, reading, e, story)
    if base.over and not base.route:
        return "jump", behind
    if base.route and stuck and base.fullness >= _FULL_STICK and _sent_away(reading, e, story):
        return "kick-and-stick", behind
    if base.route and not _is_rail_first(story):
        return ("escape" if hooked else "kick-safety"), behind
    if hooked and not base.route:
        return ("masse" if reading.rows[e, ELEVATION_RAD] >= _STEEP_RAD else "swerve"), behind
    if behind:
        return "safety-hide", behind
    if stuck and base.fullness >= _FULL_STICK:
        return "safety-stick", ()
    if base.fullness < _THIN:
        return "safety-thin", ()
    return ("safety-bank" if len(base.cushions) > 1 else "safety-distance"), ()


def _stuck(scene: Scene, reading: Reading, e: int, story: _Story) -> bool:
    rest = reading.shots.finals[e, 0] - story.met_at
    return float(np.hypot(*rest)) < STICK_BALLS * 2 * scene.bed.radius


def _sent_away(reading: Reading, e: int, story: _Story) -> bool:
    return float(np.hypot(*(reading.shots.finals[e, story.target] - reading.shots.finals[e, 0]))) > SENT_AWAY_M


def _hidden_behind(scene: Scene, reading: Reading, e: int) -> tuple[str, ...]:
    """The balls that hide all of the next player's balls; empty when he sees one of them."""
    following = after(scene.situation, scene.names, reading.outcomes, e)
    if following is None or following.in_hand != "none":
        return ()
    # Of the next situation's own balls: at straight pool fourteen may have been racked again.
    names = names_of(following.layout)
    places, others = np.array([following.layout.balls[name] for name in names]), range(1, len(names))
    hiding: list[str] = []
    for ball in legal_targets(following):
        target = names.index(ball)
        blockers = blockers_of(places, target, [b for b in others if b != target], scene.bed.radius)
        if not blockers:
            return ()
        hiding += [names[b] for b in blockers if names[b] not in hiding]
    return tuple(hiding[:2])
