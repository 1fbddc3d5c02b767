"""The quiz's pool: positions of racks between equals of every level, in every game, weighed beforehand.

Racks begin after a simulated break or with balls scattered in mid-game and are played on; what whoever is then at the
table finds is weighed. Positions whose choices cannot be told apart are left out. Run by `./partita bench
practice.pool`, some hours; it adds to what is there until each game has enough of each level (delete a file under
`server/practice/pool` to make it anew), and can be stopped at any time. With `again` it weighs those that are there
anew, half an hour, and leaves out those that are no question any more. A position is one where the ledger, looked
ahead, tells the best line from the tempting one by its own intervals. `./partita start` takes the pool in.
"""

import json
import sys
from dataclasses import replace
from pathlib import Path
from typing import Any

from benchmarks.odds.positions import position
from partita.errors import Refused
from partita.files import layout_file
from partita.files.layout_file import LayoutFile
from partita.games.situation import Situation
from partita.options.option import ATTACKS, SAFETIES
from partita.players.stroke_model import PRESETS
from partita.reports.ledger.report import study_of
from partita.reports.ledger.schema import StudyDocument
from partita.reports.quiz.report import position_of, short_json
from partita.reports.schema import ChanceDocument
from partita.weighing.doubt import doubt_between
from partita.weighing.weigh import WeighRequest, weigh

POOL = Path(__file__).resolve().parents[2] / "server" / "practice" / "pool"
# Positions of each level. Nine-ball is what most players play.
GAMES = {"nine-ball": 16, "eight-ball": 12, "ten-ball": 12, "straight-pool": 12, "snooker": 12}
# Most are seen to be no question from few samples; the others are then weighed thoroughly. No more than this share of a
# level's positions is of one kind, or rounds would be all of easy pots; unless so many racks had no other.
_LOOK, _SAMPLES, _MOST_OF_A_KIND, _RACKS_WITHOUT = 240, 1000, 0.4, 40
_FIRST_SEED = 900_000
Json = dict[str, Any]


def weighed(situation: Situation, level: str) -> StudyDocument:
    """The study of a position between equals that was looked ahead."""
    model = PRESETS[level]
    *_, last = weigh(WeighRequest(situation, model, model, samples=_SAMPLES))
    return study_of(last)


def promising(situation: Situation, level: str) -> bool:
    """Whether a quick look, by the tries alone, tells the lines apart: those that it does not are not weighed."""
    model = PRESETS[level]
    found = next(w for w in weigh(WeighRequest(situation, model, model, samples=_LOOK, ahead=False)) if w.settled)
    study = study_of(found)
    trails = []
    for line in found.lines:
        gap, doubt = doubt_between(found.lines[0], line, situation.game)
        trails.append(replace(doubt, search=0.0, model=0.0).around(gap, -1.0).as_json())
    options = [
        one.model_copy(update={"trails": ChanceDocument.model_validate(of)})
        for one, of in zip(study.options, trails, strict=True)
    ]
    return row_of(study.model_copy(update={"options": options}), situation, {}, level) is not None


def found(game: str, level: str, seed: int) -> Situation | None:
    """A position of a rack between equals in which a decision is to be made now, with the cue ball where it lies."""
    model = PRESETS[level]
    situation = position(game, seed, model, model)
    if situation is None or situation.in_hand != "none" or situation.push_out != "none":
        return None
    return situation if situation.shooter == "me" else None


def asked(document: Json, level: str) -> Json | None:
    """A layout's position as the pool keeps it; None where it is no question."""
    situation = layout_file.read(document).situation
    try:
        return row_of(weighed(situation, level), situation, document, level) if promising(situation, level) else None
    except (Refused, StopIteration):
        return None


def row_of(study: StudyDocument, situation: Situation, layout: Json, level: str) -> Json | None:
    """A position from its study; None where its lines are not told apart, or the best is no shot one can ask for."""
    position = position_of(study, situation, layout, level)
    if position is None or study.options[0].kind not in (*ATTACKS, *SAFETIES):
        return None
    return short_json(position)


def again(game: str) -> None:
    """Weigh a game's positions anew; those that are no question any more are left out."""
    rows = kept(game)
    found: list[Json] = []
    for done, row in enumerate(rows, 1):
        one = asked(row["layout"], row["level"])
        if one is not None:
            found.append({**one, "seed": row["seed"]})
        sys.stderr.write(f"\r{game}: {len(found)} of {done} kept, {len(rows)} in all ")
    keep(game, found)
    sys.stderr.write("\n")


def kept(game: str) -> list[Json]:
    """The positions of a game that are there."""
    path = POOL / f"{game}.json"
    return json.loads(path.read_text("utf-8"))["positions"] if path.exists() else []


def keep(game: str, rows: list[Json]) -> None:
    """Write a game's pool: a line a position."""
    lines = ",\n".join(json.dumps(row, ensure_ascii=False, separators=(",", ":")) for row in rows)
    POOL.mkdir(parents=True, exist_ok=True)
    text = f'{{"format": "partita-quiz-pool", "version": 1, "game": "{game}", "positions": [\n{lines}\n]}}\n'
    (POOL / f"{game}.json").write_text(text, "utf-8")


def fill(game: str, level: str, wanted: int) -> None:
    """Add positions of a level until there are enough."""
    rows = kept(game)
    # Where an earlier run stopped is told by the seed of its last position.
    seed = max((row["seed"] for row in rows if row["level"] == level), default=_FIRST_SEED - 1) + 1
    while len(mine := [row for row in rows if row["level"] == level]) < wanted:
        situation, seed = found(game, level, seed), seed + 1
        row = asked(layout_file.write(LayoutFile(situation)), level) if situation else None
        if row is None:
            continue
        without = seed - max((one["seed"] for one in mine), default=_FIRST_SEED)
        many = sum(one["kind"] == row["kind"] for one in mine) >= _MOST_OF_A_KIND * wanted
        if many and without < _RACKS_WITHOUT:
            continue
        rows.append({**row, "seed": seed - 1})
        keep(game, rows)
        sys.stderr.write(f"{game}, {level}: {len(mine) + 1} of {wanted}, {row['kind']}\n")


def main() -> None:
    """Fill the pool, a few positions of each game and level in turn; or weigh again what is there."""
    if "again" in sys.argv[1:]:
        for game in sys.argv[sys.argv.index("again") + 1 :] or GAMES:
            again(game)
        return
    for share in (0.4, 0.7, 1.0):
        for game, wanted in GAMES.items():
            for level in PRESETS:
                fill(game, level, round(share * wanted))
    count = {game: len(kept(game)) for game in GAMES}
    size = sum(path.stat().st_size for path in POOL.glob("*.json")) // 1000
    print(f"{count}, {size} kB")


if __name__ == "__main__":
    main()
