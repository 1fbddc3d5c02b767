"""What belongs to balls that were found: their discs in the picture, and which of them hide what lies behind."""

import numpy as np
from numpy.typing import NDArray

from partita.photo.cloth import Cloth
from partita.photo.lens import place_of
from partita.photo.rims import radii_px, rims
from partita.photo.sampled import sampled

Floats = NDArray[np.float64]
Bools = NDArray[np.bool_]
Place = tuple[float, float]
# A disc claims a little more than itself: edges are blurred.
_MORE = 1.06


class Claims:
    """Discs of balls, and what near cushions hide. While balls are looked for, what one has claimed is no evidence for
    another, be it nearer or not; once all are known (`by_depth`), only a nearer one hides."""

    def __init__(self, camera: Floats, radius_m: float, cloth: Cloth) -> None:
        self.camera, self.radius, self.by_depth = camera, radius_m, False
        self._cloth, self._eye = cloth, place_of(camera)[:2]
        self._discs: dict[Place, tuple[Floats, float, float]] = {}

    def hide(self, points: Floats, places: Floats, found: list[Place]) -> Bools:
        """(n, k) whether points (n, k, 2) px of balls at places (n, 2) m are hidden by balls found."""
        hidden = np.asarray(sampled(self._cloth.behind, points) > 0.5)
        far = ((places - self._eye) ** 2).sum(axis=1)
        low, high = points.min(axis=(0, 1)), points.max(axis=(0, 1))
        for place in found:
            middle, reach, its_far = self._disc(place)
            if ((middle < low - _MORE * reach) | (middle > high + _MORE * reach)).any():
                continue
            counts = (its_far < far) | (not self.by_depth)
            hidden |= counts[:, None] & (((points - middle) ** 2).sum(axis=2) < (_MORE * reach) ** 2)
        return hidden

    def _disc(self, place: Place) -> tuple[Floats, float, float]:
        """A ball's middle and radius in px, and how far from the eye it is, m squared."""
        if place not in self._discs:
            at = np.array([place])
            middle = rims(self.camera, at, self.radius, 16, np.array([1.0]))[0, 0].mean(axis=0)
            reach = float(radii_px(self.camera, at, self.radius)[0])
            self._discs[place] = (middle, reach, float(((at[0] - self._eye) ** 2).sum()))
        return self._discs[place]
