"""How balls look, fitted anew: simulated photos in the training paints, read, and what is known of each ball kept.

What is kept is `photo/ball_looks.json`: by kind of ball the mean and the covariance of its looks. The paints that the
benchmark measures with are others.
"""

import json
from collections import defaultdict
from collections.abc import Iterable
from pathlib import Path

import numpy as np
from numpy.typing import NDArray

from partita.camera.photograph import Photograph
from partita.photo import names
from partita.photo.balls import find_balls
from partita.photo.cloth import Cloth
from partita.photo.looks import looks_of
from partita.photo.picture import read_picture
from partita.photo.pose import FINGER_PX
from partita.photo.reading import outlined

Floats = NDArray[np.float64]
# How much a kind's covariance leans on that of all kinds, what is added to each deviation, and a found ball's reach, m.
_LEANS, _ADDED, _REACH_M = 0.35, 0.02, 0.03


def looks_in(photo: Photograph, seed: int) -> list[tuple[str, Floats]]:
    """(name, looks) of each ball that was found where one is, as from a hand that presses."""
    picture, table = read_picture(photo.jpeg), photo.layout.table
    presses = photo.pockets + np.random.default_rng(seed).normal(0.0, FINGER_PX, (6, 2))
    camera = outlined(picture, table, np.clip(presses, 1, (picture.width - 2, picture.height - 2))).camera
    cloth = Cloth(picture, table, camera)
    balls = find_balls(picture, table, camera, cloth)
    found = []
    for ball, look in zip(balls, looks_of(picture, table, camera, cloth, balls), strict=True):
        # The table may have been read end for end: the head rail is where the picture's lower edge is.
        for place in (ball.place, (table.length_m - ball.place[0], table.width_m - ball.place[1])):
            name, far = nearest(photo, place)
            if far < _REACH_M:
                found.append((name, look))
                break
    return found


def nearest(photo: Photograph, place: tuple[float, float]) -> tuple[str, float]:
    """The ball of the layout that is nearest to a place, and how far off, m."""
    far = {name: float(np.hypot(x - place[0], y - place[1])) for name, (x, y) in photo.layout.balls.items()}
    name = min(far, key=far.__getitem__)
    return name, far[name]


def fitted(seen: Iterable[tuple[str, Floats]]) -> dict[str, dict[str, list[float] | list[list[float]]]]:
    """Means and covariances by kind, as they are shipped."""
    rows: dict[str, list[Floats]] = defaultdict(list)
    for name, look in seen:
        rows[names.kind_of(name)].append(look)
    means = {kind: np.mean(mine, axis=0) for kind, mine in rows.items()}
    pooled = np.cov(np.concatenate([np.array(mine) - means[kind] for kind, mine in rows.items()]).T)
    document = {}
    for kind, mine in sorted(rows.items()):
        own = np.cov(np.array(mine).T) if len(mine) > 2 else pooled
        share = max(_LEANS, 8.0 / (8.0 + len(mine)))
        spread = (1 - share) * own + share * pooled + _ADDED**2 * np.eye(len(means[kind]))
        document[kind] = {"mean": means[kind].round(5).tolist(), "spread": spread.round(7).tolist()}
    return document


def keep(document: dict[str, dict[str, list[float] | list[list[float]]]]) -> None:
    """Write what is shipped."""
    path = Path(names.__file__).with_name("ball_looks.json")
    path.write_text(json.dumps(document) + "\n", encoding="utf-8")
