"""Which shots are worth a line: what a coach would speak of, five to ten of them, each called what it does.

Judgements, no source: an attack makes something, about one time in eight or more; a safety that pots better than the
pot is that pot; what fouls mostly, or trails by more than a few points, is said only where nothing better is there.
"""

from collections.abc import Callable, Sequence
from dataclasses import replace

from partita.options.fold import fold
from partita.options.naming import name_of
from partita.options.option import Option
from partita.weighing.weighed import LEAST_ATTACK, Weighed

FEWEST, MOST = 5, 10
# Lines that trail by more than this much rack chance are left out.
_TRAILS = 0.08
# What fouls this often fouls mostly; a safety that pots this often is a pot aimed badly.
_MOSTLY, _POTS_BY_CHANCE = 0.5, 0.25
# Below this fullness a ball is hit thin.
_THIN = 0.36

Line = tuple[int, Weighed]


def worth_a_line(lines: Sequence[Line], hooked: bool) -> list[Line]:
    """Of numbered lines, best first, those that are worth it, in their order; the user's own are all kept.

    hooked : whether no ball that may be hit first can be seen
    """
    own = [line for line in lines if _is_own(line)]
    found = [(number, as_played(line, hooked)) for number, line in lines if not _is_own((number, line))]
    apart = fold(_no_worse_than(_sound, _without_pots_by_chance(found)), _idea, 1)
    apart = fold(_no_worse_than(_clean, apart), lambda line: line[1].option.name, 1)
    kept = _nearest(apart)
    order = {number: place for place, (number, _) in enumerate(lines)}
    return sorted([*own, *kept], key=lambda line: order[line[0]])


def as_played(line: Weighed, hooked: bool) -> Weighed:
    """A kick or a jump that pots by accident is called what it is: a way out, or a safety.

    One at a ball in sight is no kick.
    """
    option, kind = line.option, line.option.intention.kind
    if kind not in ("kick-pot", "jump-pot") or (kind == "jump-pot" and line.make >= LEAST_ATTACK):
        return line
    if line.make >= LEAST_ATTACK:
        return line if hooked else replace(line, option=replace(option, name=option.name.replace("Kick ", "Play ", 1)))
    kind = "jump" if kind == "jump-pot" else "escape" if hooked else "kick-safety"
    intention = replace(option.intention, kind=kind, potted=None, pocket=None, via=())
    return replace(line, option=replace(option, intention=intention, name=name_of(intention)))


def _is_own(line: Line) -> bool:
    return line[1].option.source == "own"


def _sound(line: Weighed) -> bool:
    return not line.option.attacks or line.make >= LEAST_ATTACK


def _clean(line: Weighed) -> bool:
    return line.fouls < _MOSTLY


def _no_worse_than(good: Callable[[Weighed], bool], lines: Sequence[Line]) -> list[Line]:
    """The good ones, those of the others that are ahead of all of them, and as many more as make a list."""
    first = next((place for place, (_, line) in enumerate(lines) if good(line)), len(lines))
    kept = {place for place, (_, line) in enumerate(lines) if place < first or good(line)}
    more = [place for place in range(len(lines)) if place not in kept][: max(0, FEWEST - len(kept))]
    return [lines[place] for place in sorted([*kept, *more])]


def _without_pots_by_chance(lines: Sequence[Line]) -> list[Line]:
    """Without safeties that pot so often that the pot itself is meant, where that stands in the list."""
    potted = {line.option.intention.target for _, line in lines if line.option.attacks and line.make >= LEAST_ATTACK}
    return [
        (number, line) for number, line in lines
        if line.option.attacks or line.make < _POTS_BY_CHANCE or line.option.intention.target not in potted
    ]  # fmt: skip


def _idea(line: Line) -> tuple[object, ...]:
    """What is one idea to a coach: a pot; a kick by its rails; a safety by side, whether thin, and what hides."""
    option: Option = line[1].option
    intention = option.intention
    if option.attacks:
        return (option.id,)
    if intention.kind in ("escape", "kick-safety", "kick-and-stick"):
        return intention.kind == "kick-and-stick", intention.target, intention.route
    if intention.kind == "push-out":
        return ("push-out",)
    side = intention.hit_side if intention.fullness < 1.0 else ""
    raised = intention.kind if intention.kind in ("swerve", "masse", "jump") else ""
    return raised, intention.target, side, intention.fullness < _THIN, intention.behind


def _nearest(lines: Sequence[Line]) -> list[Line]:
    """What does not trail, or the first few; always the first of each sort, and the first push-out."""
    if not lines:
        return []
    best = lines[0][1].value
    near = sum(best - line.value <= _TRAILS for _, line in lines)
    kept = list(lines[: min(MOST, max(FEWEST, near))])
    options = [line.option for _, line in lines]
    sorts = ([o.attacks for o in options], [not o.attacks for o in options], [o.call.push_out for o in options])
    missing = [lines[sort.index(True)] for sort in sorts if True in sort and lines[sort.index(True)] not in kept]
    return [*kept[: MOST - len(missing)], *missing]
