"""A picture as it comes: a file of pixels, refused in words when it is none, as linear light when it is."""

import io
import math
import warnings
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import ExifTags, Image, ImageOps, UnidentifiedImageError

from partita.errors import Refused, refuse
from partita.photo.sampled import Light, sampled

# A picture is read at this size; a larger one is made smaller first.
LONGEST_PX = 1600
SMALLEST_PX, MOST_PIXELS, MOST_BYTES = 480, 50_000_000, 12_000_000
FORMATS = ("JPEG", "PNG")
_ACCEPTED = f"Use a JPEG or a PNG of at least {SMALLEST_PX} pixels a side and at most {MOST_BYTES // 1_000_000} MB."
# Written anew, a picture loses nothing that is looked for.
_KEPT_QUALITY = 93
# The diagonal of a small film, over which "35 mm equivalents" are taken: CIPA DCG-001 (from memory).
_FILM_MM = math.hypot(36.0, 24.0)
# A black frame: half of it darker, and all but its lights.
_DARK = 0.004


@dataclass(frozen=True)
class Picture:
    """light : (rows, columns, 3) linear, 0 to 1; luma : (rows, columns) brightness alone, linear; focal : of the lens
    in px, 0 where the file does not tell; scale : how many of the file's pixels are one here."""

    light: Light
    luma: Light
    focal: float
    scale: float

    @property
    def width(self) -> int:
        """Columns."""
        return int(self.light.shape[1])

    @property
    def height(self) -> int:
        """Rows."""
        return int(self.light.shape[0])

    @property
    def unit(self) -> float:
        """How many of its pixels are one of a picture of full size, for which widths in px are stated."""
        return max(self.width, self.height) / LONGEST_PX

    def at(self, pixels: NDArray[np.float64]) -> Light:
        """(..., 3) light at places (..., 2) between pixels; the border's where they lie outside."""
        return sampled(self.light, pixels)


def read_picture(data: bytes, name: str = "picture") -> Picture:
    """A file's bytes as a picture. Raises `Refused` for what is no picture, too small, too large or dark."""
    if len(data) > MOST_BYTES:
        raise refuse(name, f"it has {len(data) / 1e6:.0f} MB", _ACCEPTED)
    image, focal35 = _opened(data, name)
    image, scale = _shrunk(image)
    shown = np.asarray(image.convert("RGB"))
    light = _LINEAR[shown]
    # As a JPEG keeps it: the sum is of the curved values. ITU-R BT.601.
    luma = _LINEAR[(shown @ np.array([0.299, 0.587, 0.114]) + 0.5).astype(np.uint8)]
    if float(np.quantile(light.max(axis=2)[::4, ::4], 0.9)) < _DARK:
        raise refuse(name, "it is black, or nearly", "Take it with the table's lamps on.")
    return Picture(light, luma, focal35 / _FILM_MM * math.hypot(*image.size), scale)


def without_its_story(data: bytes, name: str = "picture") -> bytes:
    """A picture as a JPEG at the size in which it is read, with its lens and without anything else that its file tells:
    no place, no time, no device. Raises `Refused` as `read_picture` does."""
    image, focal35 = _opened(data, name)
    image, _ = _shrunk(image)
    exif = Image.Exif()
    if focal35:
        exif.get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.FocalLengthIn35mmFilm.value] = round(focal35)
    file = io.BytesIO()
    image.convert("RGB").save(file, "JPEG", quality=_KEPT_QUALITY, exif=exif)
    return file.getvalue()


def _shrunk(image: Image.Image) -> tuple[Image.Image, float]:
    """A picture no larger than it is read, and by how much it was made smaller."""
    scale = max(1.0, max(image.size) / LONGEST_PX)
    if scale == 1.0:
        return image, scale
    return image.resize((round(image.width / scale), round(image.height / scale)), Image.Resampling.BOX), scale


def _opened(data: bytes, name: str) -> tuple[Image.Image, float]:
    """The picture turned as it was held, and its focal length as a 35 mm equivalent, 0 where not told."""
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            image = Image.open(io.BytesIO(data), formats=FORMATS)
            # The head of a file says how large it would become: looked at before anything is decoded.
            if image.width * image.height > MOST_PIXELS:
                raise refuse(name, f"it is {image.width} by {image.height} pixels large", _ACCEPTED)
            if min(image.size) < SMALLEST_PX:
                raise refuse(name, f"it is only {image.width} by {image.height} pixels large", _ACCEPTED)
            told = image.getexif().get_ifd(ExifTags.IFD.Exif).get(ExifTags.Base.FocalLengthIn35mmFilm.value, 0)
            image.load()
            return ImageOps.exif_transpose(image), float(told) if 10 < float(told) < 120 else 0.0
    except Refused:
        raise
    except Image.DecompressionBombError:
        raise refuse(name, "it would have far too many pixels", _ACCEPTED) from None
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, TypeError):
        raise refuse(name, "it cannot be read as a picture", _ACCEPTED) from None


def _linear_table() -> Light:
    shown = np.arange(256) / 255.0
    return np.where(shown <= 0.04045, shown / 12.92, ((shown + 0.055) / 1.055) ** 2.4).astype(np.float32)


# Source: IEC 61966-2-1, the curve of sRGB (from memory).
_LINEAR = _linear_table()
