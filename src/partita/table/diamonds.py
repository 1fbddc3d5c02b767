"""Diamonds to metres and back: the form in which players and files name places."""

from partita.table.spec import TableSpec


def metres(spec: TableSpec, x_diamonds: float, y_diamonds: float) -> tuple[float, float]:
    """Bed coordinates in m of a place in diamonds (0..8 from the head, 0..4 from the near rail).

    >>> metres(TableSpec(), 8, 4)
    (2.54, 1.27)
    """
    return x_diamonds * spec.length_m / 8, y_diamonds * spec.width_m / 4


def diamonds(spec: TableSpec, x_m: float, y_m: float) -> tuple[float, float]:
    """The reverse of `metres`."""
    return 8 * x_m / spec.length_m, 4 * y_m / spec.width_m
