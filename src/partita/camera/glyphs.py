"""Numbers as they are printed on balls."""

from functools import cache

import numpy as np
from numpy.typing import NDArray
from PIL import Image, ImageDraw, ImageFont

_SIZE = 48


@cache
def glyph(text: str) -> NDArray[np.float64]:
    """(48, 48) how much ink stands where, 0 to 1."""
    picture = Image.new("L", (_SIZE, _SIZE))
    font = ImageFont.load_default(size=40 if len(text) < 2 else 32)
    ImageDraw.Draw(picture).text((_SIZE / 2, _SIZE / 2), text, fill=255, font=font, anchor="mm")
    return np.asarray(picture, dtype=np.float64) / 255.0
