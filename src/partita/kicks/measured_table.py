"""A table measured by all that is known of it: simple shots, its mouths, and the arrivals of kick tries."""

from collections.abc import Sequence
from dataclasses import replace

from partita.errors import refuse
from partita.kicks.cushions import cushions_of
from partita.kicks.tries import Try
from partita.physics.table_fit import Lag, Mouth, Roll, Setting, Stop, TableFit, combined, fit_table
from partita.table.spec import TableSpec

_Z = 1.959964


def measured_table(
    table: TableSpec,
    rolls: Sequence[Roll] = (),
    lags: Sequence[Lag] = (),
    stops: Sequence[Stop] = (),
    mouths: Sequence[Mouth] = (),
    tries: Sequence[Try] = (),
) -> TableFit:
    """A table with all that its readings and its kick tries say put in; what was not measured keeps its value.

    The restitution of the cushions by lags and by tries are joined by their weights. Raises `Refused` for readings
    that no table can give, and where there are none.
    """
    if not (rolls or lags or stops or mouths or tries):
        raise refuse("readings", "there are none", "Give rolls, lags, stops, mouths or kick tries.")
    plain = rolls or lags or stops or mouths
    fit = fit_table(table, rolls, lags, stops, mouths) if plain else TableFit(table, {})
    answers = cushions_of(fit.table, tries) if tries else None
    settings, values = dict(fit.settings), {}
    for name, answer in (answers or {}).items():
        said = Setting(answer.value, answer.half / _Z)
        settings[name] = combined([settings[name], said]) if name in settings else said
        values[name] = settings[name].value
    return TableFit(replace(fit.table, **values), settings)  # type: ignore[arg-type]
