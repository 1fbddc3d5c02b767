"""The audit: what the ledger says on layouts for which a strong coach's word was written down before they were weighed.

Run by `./partita bench odds.audit`: some two minutes. Figures of each version are kept beside each other in
`benchmarks/results/odds-audit.json`.
"""

import json
from collections import Counter
from fnmatch import fnmatchcase
from typing import Any

from benchmarks.figures import RESULTS, keep
from benchmarks.odds.audit_layouts import CASES, Case
from partita import __version__
from partita.files import layout_file
from partita.players.stroke_model import PRESETS
from partita.reports.ledger.report import study_of
from partita.reports.ledger.schema import OptionDocument, StudyDocument
from partita.weighing.weigh import WeighRequest, weigh

_SEED, _SAMPLES = 1, 400
# What a line says that makes next to nothing, and what fouls half the time.
_NOTHING, _MOSTLY_FOUL = 0.08, 0.5


def weighed(case: Case) -> StudyDocument:
    """The settled ledger of a layout, both players of its level."""
    level = PRESETS[case.level]
    document = {
        "format": "partita-layout", "version": 1, "game": case.game,
        "table": "snooker-12ft" if case.game == "snooker" else "pool-9ft",
        "balls": {ball: list(place) for ball, place in case.balls.items()},
        "situation": {"shooter": "me", **case.situation},
    }  # fmt: skip
    request = WeighRequest(layout_file.read(document).situation, level, level, _SEED, _SAMPLES)
    return study_of([*weigh(request)][-1])


def fits(option: OptionDocument, patterns: tuple[str, ...]) -> bool:
    """Whether a line is one of those that are meant."""
    return any(
        option.aim == pattern.removeprefix("aim=") if pattern.startswith("aim=") else fnmatchcase(option.id, pattern)
        for pattern in patterns
    )


def verdict(case: Case, study: StudyDocument) -> str:
    """right; absurd; defensible: what the coach would choose cannot be told from the first line; wrong."""
    first, others = study.options[0], study.options[1:]
    if fits(first, case.right):
        return "right"
    if fits(first, case.absurd):
        return "absurd"
    level = (one for one in others if one.trails is not None and one.trails.low <= 0)
    return "defensible" if any(fits(one, case.right) for one in level) else "wrong"


def makes(case: Case, study: StudyDocument) -> dict[str, Any]:
    """How often each shot of which the coach says so is made: the figure, his range, and whether it is within."""
    found = {}
    for pattern, (low, high) in case.makes.items():
        made = next((one.make.value for one in study.options if fits(one, (pattern,))), None)
        is_within = made is not None and low <= made <= high
        # What is hardly ever made need not stand in the list.
        found[pattern] = {"made": made, "coach": [low, high], "within": is_within or (made is None and low < _NOTHING)}
    return found


def of_lists(studies: list[StudyDocument]) -> dict[str, Any]:
    """What the lists are like: how long, how often a name stands twice, what makes nothing or mostly fouls."""
    lines = [one for study in studies for one in study.options]
    return {
        "lists of ten lines or fewer": sum(len(study.options) <= 10 for study in studies),
        "lists with a name twice": sum(len({o.name for o in s.options}) < len(s.options) for s in studies),
        "lines": len(lines),
        "attacks that make next to nothing": sum(o.aim == "attack" and o.make.value < _NOTHING for o in lines),
        "lines that foul half the time": sum(o.foul.value >= _MOSTLY_FOUL for o in lines),
    }


def main() -> None:
    """All cases, told one by one and summed."""
    studies, rows = [], []
    for case in CASES:
        study = weighed(case)
        studies.append(study)
        rows.append({
            "case": f"{case.game}, {case.level}: {case.name}", "verdict": verdict(case, study),
            "first": study.options[0].name, "makes": makes(case, study),
        })  # fmt: skip
        print(f"{rows[-1]['verdict']:>10}  {rows[-1]['case']}: {rows[-1]['first']}", flush=True)
    said = [one for row in rows for one in row["makes"].values()]
    figures = {
        "layouts": len(CASES), "verdicts": dict(Counter(row["verdict"] for row in rows)),
        "make chances within the coach's range": f"{sum(one['within'] for one in said)} of {len(said)}",
        "lists": of_lists(studies), "cases": rows,
    }  # fmt: skip
    kept = RESULTS / "odds-audit.json"
    before = json.loads(kept.read_text(encoding="utf-8")) if kept.exists() else {}
    before.pop("machine", None)
    keep("odds-audit", {**before, __version__: figures})


if __name__ == "__main__":
    main()
