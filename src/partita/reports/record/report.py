"""What the record says, in figures and sentences: a season, a rack's account, a decision's own copy of its ledger."""

import math

from partita.games.situation import Situation
from partita.physics.stroke import Stroke
from partita.record.account import Account
from partita.record.choices import CHOICES
from partita.record.reliability import Reliability
from partita.record.said import Line, Said, Turning
from partita.record.season import Season, TurningUse
from partita.record.shots import SHOTS
from partita.record.sums import FEWEST, Mean, Part
from partita.reports.ledger.schema import OptionDocument, StudyDocument
from partita.reports.record.schema import (
    AccountDocument,
    MeanDocument,
    PartDocument,
    ReliabilityDocument,
    SeasonDocument,
    TurningUseDocument,
)
from partita.table.diamonds import metres

_PERCENT = 100.0
# Racks in a hundred decisions that are not rounded to nothing.
_WORTH_A_WORD = 0.05


def said_of(study: StudyDocument, place: int, situation: Situation) -> Said:
    """What a settled study said of its line number `place`, from 0; situation : as it was weighed."""
    options = study.options
    attack = next((one for one in options if one.potted is not None and one.turning_point), None)
    point = attack.turning_point if attack else None
    turning = Turning(attack.make.value, point.make) if attack and point and point.make is not None else None
    best, played = (_line(options[k], options[0], situation, study.cue) for k in (0, place))
    return Said(best, played, turning)


def _line(option: OptionDocument, best: OptionDocument, situation: Situation, cue: list[float]) -> Line:
    chance, trails = option.rack_chance, option.trails
    gap = best.rack_chance.value - chance.value
    error = math.hypot(best.rack_chance.high - best.rack_chance.value, chance.high - chance.value)
    return Line(
        id=option.id, name=option.name, kind=option.kind, aim=option.aim, target=option.target, potted=option.potted,
        pocket=option.pocket, stroke=Stroke(**option.stroke.model_dump()), cut_deg=option.cut_deg,
        far=_far(option, situation, cue), value=chance.value, low=chance.low, high=chance.high,
        trails=trails.value if trails else gap, trails_low=trails.low if trails else gap - error,
        trails_high=trails.high if trails else gap + error, make=option.make.value, foul=option.foul.value,
        sold_out=option.sold_out.value, shares=option.shares, value_by_ending=option.value_by_ending,
    )  # fmt: skip


def _far(option: OptionDocument, situation: Situation, cue: list[float]) -> float:
    """From the cue ball to the ball that is hit, in table lengths."""
    table, balls = situation.layout.table, situation.layout.balls
    if option.target not in balls:
        return 0.0
    return math.dist(metres(table, cue[0], cue[1]), balls[option.target]) / table.length_m


def season_document(season: Season) -> SeasonDocument:
    """A season for the page and for a file."""
    return SeasonDocument(
        decisions=season.decisions,
        racks=season.racks,
        words=_head_words(season),
        **{name: mean_document(getattr(season, name)) for name in ("choice", "choice_a_rack", "stroke", "luck")},
        choices=[part_document(part, CHOICES) for part in season.choices],
        choices_words=_dearest_words("choices", season.choices, CHOICES, season.decisions),
        shots=[part_document(part, SHOTS) for part in season.shots],
        shots_words=_dearest_words("strokes", season.shots, SHOTS, season.stroke.count),
        came=[part_document(part, SHOTS) for part in season.came],
        makes=_reliability(season.makes, "makes"),
        fouls=_reliability(season.fouls, "fouls"),
        open_shots=_reliability(season.open_shots, "open shots left"),
        guesses=_reliability(season.guesses, "your own guesses of makes"),
        turning=_turning(season.turning),
    )


def mean_document(mean: Mean) -> MeanDocument:
    """A mean in racks a hundred decisions."""
    half = None if mean.half is None else _PERCENT * mean.half
    return MeanDocument(value=_PERCENT * mean.value, half=half, count=mean.count, needed=mean.needed)


def part_document(part: Part, words: dict[str, str]) -> PartDocument:
    """A kind's part with its words."""
    return PartDocument(words=words[part.kind], **vars(part))


def _racks(value: float) -> str:
    return f"{abs(value):.1f} {'rack' if f'{abs(value):.1f}' == '1.0' else 'racks'}"


def _head_words(season: Season) -> list[str]:
    """Choosing, stroking, luck: a sentence each."""
    if not season.decisions:
        return []
    choice, stroke, luck = (mean_document(one) for one in (season.choice, season.stroke, season.luck))
    words = [f"Choices gave away {_racks(choice.value)} in a hundred decisions{_within(choice)}."]
    untold = _PERCENT * season.untold.value
    if untold >= _WORTH_A_WORD:
        words[0] += f" {_racks(untold).capitalize()} of it in choices of which none can be told by itself."
    if stroke.count:
        words.append(
            f"One level better, the same strokes would have kept {_racks(stroke.value)} more{_within(stroke)}."
        )
    if luck.count:
        way = "more" if luck.value >= 0 else "less"
        words.append(f"What came was {_racks(luck.value)} {way} than was to be expected{_within(luck)}: mostly luck.")
    return words


def _within(mean: MeanDocument) -> str:
    if mean.half is None:
        return ""
    more = f"; {mean.needed} decisions tell it to one rack" if (mean.needed or 0) > mean.count else ""
    return f" (± {mean.half:.1f}{more})"


def _dearest_words(what: str, parts: tuple[Part, ...], words: dict[str, str], count: int) -> str:
    """Which kind is the dearest, where that can be told."""
    if count < FEWEST:
        return f"With fewer than {FEWEST} decisions no kind of {what} can be told from another."
    costly = [part for part in parts if part.racks > 0]
    if not costly:
        return f"No kind of {what} has cost anything that can be told."
    first = [part for part in costly if part.first]
    if len(first) > 1:
        return f"Not told apart yet: {_listed([words[part.kind] for part in first])}. More decisions will tell."
    return f"The dearest kind: {words[first[0].kind]}."


def _listed(words: list[str]) -> str:
    return f"{', '.join(words[:-1])} and {words[-1]}" if len(words) > 1 else words[0]


def _reliability(found: Reliability | None, what: str) -> ReliabilityDocument | None:
    if found is None:
        return None
    return ReliabilityDocument(
        **{name: getattr(found, name) for name in ("count", "said", "came", "brier", "always", "by_chance", "drift")},
        tenths=[vars(tenth) for tenth in found.tenths],  # type: ignore[misc]
        words=_reliability_words(found, what),
    )


def _reliability_words(found: Reliability, what: str) -> str:
    said, came = round(_PERCENT * found.said), round(_PERCENT * found.came.value)
    words = f"{what[0].upper()}{what[1:]}: said {said} %, came {came} %, in {found.count}."
    if found.drift is not None:
        way = "more" if found.drift > 0 else "less"
        return f"{words} That is {abs(_PERCENT * found.drift):.0f} points {way} often than said, more than chance."
    return f"{words} The difference is within chance."


def _turning(use: TurningUse | None) -> TurningUseDocument | None:
    if use is None:
        return None
    above, below = round(_PERCENT * use.above.value), round(_PERCENT * use.below.value)
    words = f"Above the turning point you attacked {above} % of the time ({use.above_count} decisions)"
    return TurningUseDocument(**vars(use), words=f"{words}, below it {below} % ({use.below_count}).")


def account_document(account: Account) -> AccountDocument:
    """A rack's account in figures, and as one line."""
    return AccountDocument(**vars(account), words=_account_words(account))


def _account_words(account: Account) -> str:
    parts = (
        (account.choices, "choices"), (account.strokes, "strokes"), (account.leaves, "leaves"),
        (account.opponent, "opponent and the rest"),
    )  # fmt: skip
    signed = " ".join(f"{'−' if value < 0 else '+'} {abs(_PERCENT * value):.0f} {word}" for value, word in parts)
    return f"{_PERCENT * account.start:.0f} to begin with {signed} = {'won' if account.result else 'lost'}"
