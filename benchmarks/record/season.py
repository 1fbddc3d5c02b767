"""The season of the Harbour Lane Club, nine-ball on Tuesdays, made by play-outs; kept as the demo's record.

Racks are played shot by shot. Two players' decisions are recorded in some racks of each match: the position is weighed
as the application does, and the player takes the first line, but for a habit: one attacks where safe is better, the
other plays his pots too hard. What a habit cost is estimated apart, with fresh draws, and kept beside it ("planted").
Run by `./partita bench record.season`, some twenty minutes; `./partita bench record` prints what the record finds.
"""

import json
import sys
from collections.abc import Iterator
from dataclasses import asdict, dataclass, replace
from datetime import date, timedelta
from pathlib import Path
from typing import Any

import numpy as np

from benchmarks.odds.positions import situation_after
from partita.errors import Refused
from partita.files import layout_file
from partita.files.layout_file import LayoutFile
from partita.files.record_file import FORMAT
from partita.games.opening import broken, table_of
from partita.games.question import Question
from partita.games.referee import after, judge
from partita.games.situation import Situation
from partita.options.option import Option
from partita.options.wishes import Wish
from partita.physics.simulate import execute
from partita.players.executions import standard_draws
from partita.players.stroke_model import PRESETS, StrokeModel
from partita.playing.desk import DRAWN
from partita.playing.playout import start_of
from partita.playing.racks import LOG, play_rack
from partita.record.expected import kept_by
from partita.reports.ledger.report import study_of
from partita.reports.record.report import said_of
from partita.rows.candidate import COLUMNS
from partita.rows.draws import COLUMNS as DRAWS
from partita.table.layout import problems_of
from partita.weighing.match_view import rack_chance_of_breaker
from partita.weighing.samples import ENDINGS
from partita.weighing.weigh import WeighRequest, weigh
from partita.weighing.weighed import Weighing

SEASON = Path(__file__).resolve().parents[2] / "server" / "setup" / "demo_season.json"
ATTACKER, HITTER = "Tomas Vale", "Ida Brandt"
LEVELS = {
    HITTER: "strong league", ATTACKER: "league", "June Okoro": "semi-professional", "Rosa Lindqvist": "strong league",
    "Abel Moreau": "league",
}  # fmt: skip
FIRST_TUESDAY, WEEKS, RACE_TO = date(2026, 9, 8), 11, 5
# Of each match these racks are recorded shot by shot.
_RECORDED, _SAMPLES, _MOST_SHOTS, _FRESH = (2, 4, 6), 400, 80, 3000
# How often a habit shows where it can; up to what it may cost by then; and how much too hard.
_OFTEN, _DEAREST, _TOO_HARD = 0.75, 0.3, 1.4
Json = dict[str, Any]


def player(name: str) -> StrokeModel:
    """A player of the season."""
    return replace(PRESETS[LEVELS[name]], name=name)


@dataclass
class Rack:
    """A rack that goes on; `me` is whose season it is. visits : who shot, and how it ended, shot by shot."""

    question: Question
    rng: np.random.Generator
    visits: list[tuple[str, str]]

    def shot(self) -> str | None:
        """The player at the table decides quickly and shoots; who won, if that ended the rack."""
        start, who = start_of(self.question), self.question.situation.shooter
        seed = int(self.rng.integers(1, 2**31))
        won, _, following = play_rack(
            start.desk(), start.places, start.in_play, start.standing, np.zeros(COLUMNS), standard_draws(3, DRAWN),
            seed, 1.0, 1, np.zeros((0, LOG)),
        )  # fmt: skip
        if won != 0.5:
            self.visits.append((who, "won" if won else "lost"))
            return who if won else _other(who)
        found = situation_after(start, following)
        hand = found.in_hand != "none"
        self.visits.append((who, "made" if found.shooter == who else "foul" if hand else "passed"))
        self.question = replace(self.question, situation=found)
        return None

    def played(self, weighing: Weighing, option: Option) -> tuple[str, str | None]:
        """The player at the table plays an option; its ending, and who won, if that ended the rack."""
        rater, who = weighing.rater, self.question.situation.shooter
        draw = self.rng.standard_normal((1, DRAWS))
        ending = ENDINGS[rater.sample(option, draw).ending[0]]
        scene, rows = rater.scene, rater.executions_of(option, draw)
        shots = execute(scene.table, rater.places, rows, physics=scene.physics)
        outcomes = judge(rater.situation, rater.names, shots, [option.call], rater.bed)
        found = after(rater.situation, rater.names, outcomes, 0)
        self.visits.append((who, _CAME[ending]))
        if found is None:
            return ending, who if ending == "won" else _other(who)
        self.question = replace(self.question, situation=found)
        return ending, None


_CAME = {
    "won": "won", "lost": "lost", "foul": "foul", "made_in_shape": "made", "made_in_trouble": "made",
    "nothing_left": "passed", "left_a_shot": "passed",
}  # fmt: skip


def _other(who: str) -> str:
    return "them" if who == "me" else "me"


def opened(me: str, them: str, i_break: bool, seed: int) -> Question:
    """A rack after the break, by whoever breaks."""
    # The league plays without push-outs.
    situation = replace(broken("nine-ball", seed), push_out="none")
    if not i_break:
        situation = replace(situation, shooter=_other(situation.shooter))
    return Question(situation, player(me), player(them))


def settled(question: Question, own: tuple[tuple[str, Wish], ...] = ()) -> Weighing:
    """A position weighed until its ranking stands."""
    request = WeighRequest(question.situation, question.me, question.them, samples=_SAMPLES, own_strokes=own)
    return next(found for found in weigh(request) if found.settled)


def chosen(name: str, question: Question, rng: np.random.Generator) -> tuple[Weighing, int]:
    """What a player plays of what is weighed, by its place in the ledger: the first line, but for his habit."""
    weighing = settled(question)
    lines = weighing.lines
    first = next(k for k, line in enumerate(lines) if line.option.intention.kind != "push-out")
    if rng.random() > _OFTEN:
        return weighing, first
    best = lines[first]
    if name == ATTACKER and not best.option.attacks:
        tempting = [k for k, line in enumerate(lines) if line.option.attacks and best.value - line.value < _DEAREST]
        # The pot that goes in most often is the one that tempts.
        return weighing, max(tempting, key=lambda k: float(lines[k].samples.made.mean()), default=first)
    if name == HITTER and best.option.intention.kind == "pot":
        stroke, call = best.option.stroke, best.option.intention
        harder = min(7.0, _TOO_HARD * stroke.speed_mps)
        wish = Wish(call.potted or "", harder, stroke.side, stroke.height, stroke.elevation_deg, call.pocket)
        try:
            again = settled(question, (("mine", wish),))
        except Refused:
            return weighing, first
        mine = [k for k, line in enumerate(again.lines) if line.option.source == "own" and line.option.attacks]
        return (again, mine[0]) if mine else (weighing, first)
    return weighing, first


def planted(weighing: Weighing, place: int) -> float:
    """What a choice cost against the first line, with draws that no choice was made by."""
    rater, draws = weighing.rater, standard_draws(9_001, _FRESH)
    best, played = (
        rater.sample(weighing.lines[k].option, draws).value for k in (0, place)
    )  # fmt: skip
    return float((best - played).mean())


def decision(name: str, rack: Rack) -> tuple[Json, str | None]:
    """One recorded decision, played; and who won, if that ended the rack."""
    asked, document = rack.question, _document(rack.question.situation)
    weighing, place = chosen(name, asked, rack.rng)
    study, option = study_of(weighing), weighing.lines[place].option
    said = said_of(study, place, weighing.rater.situation)
    ending, over = rack.played(weighing, option)
    gain = kept_by(replace(asked, situation=weighing.rater.situation), option.stroke).gain
    row = {
        "document": document, "cue": study.cue, "said": _short(asdict(said)), "ending": ending,
        "planted": round(planted(weighing, place), 4), "better": round(min(1.0, max(0.0, said.played.value + gain)), 4),
    }  # fmt: skip
    if name == ATTACKER and option.attacks:
        # He believes in his pots: ten points too much, to the nearest five.
        make = round(20 * (said.played.make + 0.10 + rack.rng.normal(0, 0.05))) / 20
        row["guess"] = {"words": said.played.name, "make": min(1.0, max(0.05, make)), "same": True}
    return row, over


def _document(situation: Situation) -> Json:
    return layout_file.write(LayoutFile(situation))


def _short(value: Any) -> Any:
    """Plain values without digits that nobody needs; shares of nothing are left out."""
    if isinstance(value, dict):
        return {key: _short(one) for key, one in value.items() if key != "shares" or one}
    return round(value, 4) if isinstance(value, float) else value


def rack_of(me: str, them: str, i_break: bool, seed: int, recorded: bool) -> Json:
    """A rack played to its end: who won, how, and its decisions where they are recorded."""
    rack = Rack(opened(me, them, i_break, seed), np.random.default_rng([seed, 7]), [])
    decisions: list[Json] = []
    over = None
    for _ in range(_MOST_SHOTS):
        mine = rack.question.situation.shooter == "me"
        if problems_of(rack.question.situation.layout):
            break
        if recorded and mine:
            row, over = decision(me, rack)
            decisions.append(row)
        else:
            over = rack.shot()
        if over:
            break
    won = over == "me" if over else bool(rack.rng.random() < 0.5)
    how = how_won(rack.visits, "me" if won else "them", "me" if i_break else "them") if over else "given"
    return {"i_broke": i_break, "i_won": won, "how": how, "decisions": decisions}


def how_won(visits: list[tuple[str, str]], winner: str, breaker: str) -> str:
    """How a rack was won, read from its shots."""
    last = len(visits)
    while last > 0 and visits[last - 1][0] == winner:
        last -= 1
    if last == 0:
        return "break-and-run" if winner == breaker else "run-out"
    before = visits[last - 1][1]
    if before in ("foul", "lost"):
        return "foul"
    return "safety" if last > 1 and visits[last - 2][0] == winner else "miss"


def matches() -> Iterator[Json]:
    """The season's matches, two each Tuesday."""
    rng = np.random.default_rng(26)
    for week in range(WEEKS):
        for me in (HITTER, ATTACKER):
            others = [name for name in LEVELS if name != me]
            them, first = str(others[int(rng.integers(len(others)))]), bool(rng.random() < 0.5)
            racks: list[Json] = []
            while max(sum(r["i_won"] for r in racks), sum(not r["i_won"] for r in racks)) < RACE_TO:
                number = len(racks) + 1
                seed = 10_000 * week + 100 * (me == ATTACKER) + number
                i_break = first if number % 2 else not first
                racks.append(rack_of(me, them, i_break, seed, number in _RECORDED))
            yield {
                "date": (FIRST_TUESDAY + timedelta(weeks=week)).isoformat(), "player": me, "opponent": them,
                "game": "nine-ball", "race_to": RACE_TO, "breaks": "alternate", "i_break_first": first, "racks": racks,
            }  # fmt: skip


def written(found: list[Json]) -> str:
    """The season as a file of the record; planted costs stand beside what a record reads."""
    hands = {name: k for k, name in enumerate(LEVELS)}
    for match in found:
        pair = player(match["player"]), player(match["opponent"])
        table = table_of(match["game"])
        match["table"] = "Harbour Lane 1"
        match["if_i_break"] = round(rack_chance_of_breaker(match["game"], table, *pair), 4)
        match["if_they_break"] = round(1 - rack_chance_of_breaker(match["game"], table, *pair[::-1]), 4)
        for rack in match["racks"]:
            rack.pop("i_broke", None)
            before = ""
            for row in rack["decisions"]:
                row["me"], row["them"] = hands[match["player"]], hands[match["opponent"]]
                row["in_trouble"] = before == "made_in_trouble"
                before = row["ending"]
    strokes = ",\n".join(_line(asdict(player(name))) for name in hands)
    matches = ",\n".join(_line(match) for match in found)
    return (
        f'{{"format": "{FORMAT}", "version": 1,\n"strokes": [\n{strokes}],\n"matches": [\n{matches}],\n'
        '"decisions": []}\n'
    )


def _line(row: Json) -> str:
    return json.dumps(row, ensure_ascii=False, separators=(",", ":"))


def main() -> None:
    """Play the season, keep it, say how far it is."""
    found = []
    for match in matches():
        found.append(match)
        count = sum(len(rack["decisions"]) for one in found for rack in one["racks"])
        sys.stderr.write(f"{match['date']} {match['player']}: {len(match['racks'])} racks; {count} decisions\n")
    text = written(found)
    SEASON.write_text(text, "utf-8")
    print(f"{len(found)} matches, {len(text) // 1000} kB")


if __name__ == "__main__":
    main()
