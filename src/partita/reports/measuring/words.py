"""Sentences of the measure: errors, levels, what does not fit, what to practise."""

from partita.players.measuring.agreement import Disagreement
from partita.players.measuring.report import ErrorEstimate, Report, range_words
from partita.practice.error_costs import Cost, Costs

ERROR_WORDS = {"aim_deg": "aim", "speed": "speed", "tip": "tip", "sight_mm": "sighting of cuts"}
_SIDES = {
    "thick": "too thick", "thin": "too thin", "left": "to the left", "right": "to the right",
    "long": "too long", "short": "too short",
}  # fmt: skip


def amount_words(error: str, value: float) -> str:
    """An error in its own unit.

    >>> amount_words("speed", 0.184)
    '18 % of the speed'
    """
    if error == "aim_deg":
        return f"{value:.3f}°"
    if error == "speed":
        return f"{100 * value:.0f} % of the speed"
    if error == "tip":
        return f"{28.575 * value:.1f} mm on the cue ball"
    return f"{value:.1f} mm at the ball"


def range_of(error: str, low: float, high: float) -> str:
    """From where to where an error lies, its unit once.

    >>> range_of("tip", 0.0175, 0.0385)
    '0.5 to 1.1 mm on the cue ball'
    """
    return f"{_number(error, low)} to {amount_words(error, high)}"


def _number(error: str, value: float) -> str:
    """An error's number without its unit, but for the degrees that belong to it."""
    return amount_words(error, value).split(" ", 1)[0]


def error_words(error: ErrorEstimate) -> str:
    """What is said of one error."""
    amount = error.amount
    if not error.known:
        return f"{range_of(error.name, amount.low, amount.high)}: too wide to name yet"
    low, high = (_number(error.name, one) for one in (amount.low, amount.high))
    number, _, unit = amount_words(error.name, amount.value).partition(" ")
    return f"{number} ({low} to {high}) {unit}".rstrip() + f": {range_words(error.level)}"


def summary(report: Report) -> str:
    """How sure all of it is, in a sentence."""
    if not report.attempts:
        return "No attempts yet: this is what is known of any player."
    counted = "" if report.counts_for > report.attempts - 1 else f", which count for {report.counts_for:.0f}"
    return (
        f"From {report.attempts} attempts{counted}. Four times in five the true figure lies in the interval that"
        f" stands with it."
    )


def disagreement_words(one: Disagreement) -> str:
    """What does not fit, with figures."""
    if one.sign in _SIDES:
        what = "came to rest" if one.sign in ("long", "short") else "missed"
        return f"{one.name}: {one.found} {what} {_SIDES[one.sign]}; {one.expected} would be usual."
    if one.sign in ("fewer", "more"):
        return f"{one.name}: {one.found} made, where the other stations lead one to expect {one.expected}."
    return f"{one.name}: on average {one.found}, where the other stations lead one to expect {one.expected}."


def advice(one: Disagreement) -> str:
    """What to do about it."""
    if one.sign in ("long", "short"):
        harder = "harder" if one.sign == "long" else "softer"
        faster = "faster" if one.sign == "long" else "slower"
        return f"Either you strike {harder} than is asked, or the table is {faster} than it is set: time a slow roll."
    if one.sign in ("thick", "thin", "left", "right"):
        return "A miss that goes to one side is aimed, not only stroked: look at where you aim, and at the set-up."
    if one.sign in ("fewer", "wider"):
        return "Check that the balls lie on their places and that the stroke is the one asked for; then ten more."
    return "Check that misses were tapped too; if they were, ten more will tell."


def costs_words(costs: Costs) -> str:
    """What to practise first, and how sure that is."""
    first = [cost for cost in costs.costs if cost.first]
    by = "a fifth" if costs.share > 0.6 else "half"
    if len(first) == len(costs.costs):
        return "No error can be told from the others yet."
    names = " or ".join(ERROR_WORDS[cost.error] for cost in first)
    gain = first[0]
    tail = ", and cannot be told apart" if len(first) > 1 else ""
    best_run = max(costs.costs, key=lambda cost: cost.run_outs)
    run = (
        f" For running out {ERROR_WORDS[best_run.error]} counts most: {best_run.run_outs:+.1f} run-outs in a hundred."
        if best_run.run_outs >= 0.5
        else ""
    )
    return (
        f"Practise {names} first: {by} better wins {gain.racks:.1f} ± {2 * gain.racks_error:.1f} racks in a hundred"
        f" against your equal{tail}.{run}"
    )


def cost_words(cost: Cost) -> str:
    """One error's line."""
    return ERROR_WORDS[cost.error]
