"""The address of a club's server, for phones: in letters and as a QR code (ISO/IEC 18004)."""

from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from reportlab.graphics.barcode.qrencoder import QRCode, QRErrorCorrectLevel

# Two rows of squares a line: (upper is dark, lower is dark).
_HALVES = {(False, False): "█", (False, True): "▀", (True, False): "▄", (True, True): " "}
_QUIET = 2


def qr_lines(text: str) -> list[str]:
    """A QR code in half blocks: light squares are drawn, so that it is dark on light in a dark terminal."""
    code: Any = QRCode(None, QRErrorCorrectLevel.M)
    code.addData(text)
    code.make()
    size = code.getModuleCount()

    def is_dark(row: int, column: int) -> bool:
        inside = 0 <= row < size and 0 <= column < size
        return bool(inside and code.isDark(row, column))

    wide = range(-_QUIET, size + _QUIET)
    rows = range(-_QUIET, size + _QUIET, 2)
    return ["".join(_HALVES[is_dark(row, column), is_dark(row + 1, column)] for column in wide) for row in rows]


class Command(BaseCommand):
    """`manage.py invite ADDRESS…`"""

    help = "Print the addresses that players use, the first also as a QR code."

    def add_arguments(self, parser: CommandParser) -> None:
        """The addresses, the best first."""
        parser.add_argument("addresses", nargs="+")

    def handle(self, *args: Any, **options: Any) -> None:
        """Print them."""
        addresses = options["addresses"]
        self.stdout.write("\nPhones in the same network open  " + "  or  ".join(addresses))
        self.stdout.write("\n".join(qr_lines(addresses[0])))
