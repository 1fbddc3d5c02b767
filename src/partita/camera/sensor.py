"""From light to a file: blur, movement, white balance, exposure, noise, a curve, JPEG."""

import io
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from partita.camera.smooth import along, blurred

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Sensor:
    """blur and smear in px; gains (3,) of the white balance; exposure; noise of full light; quality of the JPEG."""

    blur_px: float
    smear_px: float
    gains: Floats
    exposure: float
    noise: float
    quality: int

    def taken(self, light: Floats, rng: np.random.Generator) -> bytes:
        """A JPEG of light (rows, columns, 3)."""
        found = blurred(light, self.blur_px)
        if self.smear_px > 0.5:
            count = 2 * round(self.smear_px / 2) + 1
            found = along(found, np.full(count, 1.0 / count), axis=int(rng.integers(0, 2)))
        found = found * self.exposure * self.gains
        found += rng.normal(size=found.shape) * self.noise * np.sqrt(np.clip(found, 0.0, 1.0) + 0.02)
        # A soft shoulder, as phones have, then the curve of screens.
        found = np.clip(np.where(found > 0.6, 0.6 + 0.4 * (1.0 - np.exp((0.6 - found) / 0.8)), found), 0.0, 1.0)
        shown = np.where(found <= 0.0031308, 12.92 * found, 1.055 * found ** (1 / 2.4) - 0.055)
        file = io.BytesIO()
        Image.fromarray((255 * shown + 0.5).astype(np.uint8)).save(file, "JPEG", quality=self.quality)
        return file.getvalue()
