"""QR codes as SVG: the modules by ReportLab's encoder, drawn as one path."""

from reportlab.graphics.barcode.qrencoder import QRCode, QRErrorCorrectLevel

# Free modules around it, as ISO/IEC 18004 asks for.
_QUIET = 4


def qr_svg(text: str) -> str:
    """An SVG document of a QR code that says this text; a module is one unit."""
    code = QRCode(None, QRErrorCorrectLevel.M)
    code.addData(text)
    code.make()
    size = code.getModuleCount()  # type: ignore[no-untyped-call]
    dark = "".join(
        f"M{column + _QUIET} {row + _QUIET}h1v1h-1z"
        for row in range(size)
        for column in range(size)
        if code.isDark(row, column)  # type: ignore[no-untyped-call]
    )
    whole = size + 2 * _QUIET
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {whole} {whole}" shape-rendering="crispEdges">'
        f'<path d="M0 0h{whole}v{whole}h-{whole}z" fill="#fff"/><path d="{dark}"/></svg>'
    )
