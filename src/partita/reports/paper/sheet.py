"""Paper to draw on: a PDF in fonts that are shipped with it, for names in Latin, Greek and Cyrillic letters.

The fonts are parts of DejaVu (`fonts/LICENSE`): what is left out of them is not drawn as a box; a question mark stands
for it, and the foot of the page says so.
"""

from functools import lru_cache
from pathlib import Path
from typing import Any

from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

PLAIN, BOLD, HEADING = "partita-plain", "partita-bold", "partita-heading"
INK = HexColor("#20262c")
_FILES = {PLAIN: "DejaVuSansCondensed", BOLD: "DejaVuSansCondensed-Bold", HEADING: "DejaVuSerifCondensed-Bold"}
_LACKING = "? stands for a letter that this sheet’s fonts do not have."


@lru_cache
def _letters() -> frozenset[str]:
    """The fonts made known to the PDFs, and the letters that all of them have."""
    folder = Path(__file__).with_name("fonts")
    fonts = [TTFont(name, folder / f"{file}.ttf") for name, file in _FILES.items()]
    for font in fonts:
        pdfmetrics.registerFont(font)
    return frozenset(map(chr, frozenset.intersection(*(frozenset(font.face.charToGlyph) for font in fonts))))


def printable(words: str) -> str:
    """The words with a question mark for each letter that the fonts lack."""
    has = _letters()
    return "".join(letter if letter in has else "?" for letter in words)


class Sheet(Canvas):
    """A PDF of one or more pages; size : points; title : in its properties."""

    def __init__(self, size: tuple[float, float], title: str) -> None:
        _letters()
        super().__init__("", pagesize=size, initialFontName=PLAIN)  # type: ignore[arg-type] # the stubs are wrong
        self._lacks = False
        self.setTitle(title)
        self.setAuthor("Partita")
        self.setFillColor(INK)
        self.setStrokeColor(INK)

    def _checked(self, words: str) -> str:
        told = printable(words)
        self._lacks = self._lacks or told != words
        return told

    def drawString(self, x: float, y: float, text: str, *more: Any, **named: Any) -> None:
        """Words from a point on."""
        super().drawString(x, y, self._checked(text), *more, **named)

    def drawRightString(self, x: float, y: float, text: str, *more: Any, **named: Any) -> None:
        """Words up to a point."""
        super().drawRightString(x, y, self._checked(text), *more, **named)

    def drawCentredString(self, x: float, y: float, text: str, *more: Any, **named: Any) -> None:
        """Words around a point."""
        super().drawCentredString(x, y, self._checked(text), *more, **named)

    def heading(self, x: float, y: float, words: str, size: float) -> None:
        """A sheet's title."""
        self.setFillColor(INK)
        self.setFont(HEADING, size)
        self.drawString(x, y, words)

    def showPage(self) -> None:
        """End a page, and say on it what could not be printed."""
        if self._lacks:
            self.setFillColor(INK)
            self.setFont(PLAIN, 7)
            super().drawString(10 * mm, 4 * mm, _LACKING)
            self._lacks = False
        super().showPage()

    def pdf(self) -> bytes:
        """All of it; the last page is ended."""
        found: bytes = self.getpdfdata()  # type: ignore[no-untyped-call]
        return found
