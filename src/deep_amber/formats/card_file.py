"""The card as PDF or SVG, drawn once for both by reportlab: A4 or Letter, one page."""

import io
from collections.abc import Iterable
from functools import cache
from typing import Literal

from PIL import Image as PilImage
from reportlab.graphics import renderPDF, renderSVG
from reportlab.graphics.shapes import Drawing, Image, Line, Polygon, PolyLine, Rect, String
from reportlab.lib.colors import Color, HexColor, black, white
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from ..core.presenting.card import LIGHT_HEAD, PANEL_HEAD, CardText
from ..core.presenting.lines import Drawing as SetDrawing
from ..core.presenting.lines import Line as SetLine
from .card_plan import Plan, floor, side

Paper = Literal["a4", "letter"]
SIZES: dict[Paper, tuple[float, float]] = {"a4": A4, "letter": LETTER}
EDGE = 12 * mm
FONT, BOLD = "Vera", "VeraBd"
SMALL, USUAL, LARGE = 6.8, 7.6, 16.0
QUIET, AMBER = HexColor("#6b5a44"), HexColor("#a8650a")
COLUMNS = (4.0, 34.0, 38.0, 17.0, 14.0, 14.0, 13.0, 13.5, 9.5, 9.5, 16.0)  # [mm] of the tables, on A4
PICTURE = 62 * mm  # width of the picture
LARGEST_SCALE, LEAST_PLANS = 25 * mm, 90 * mm  # a metre at most; height of both drawings at least
SAID = (
    "Turn: the axis seen from above, 0° toward the wall behind the camera, positive to camera-right. Down: under level. "
    "Alone: flat disc at the face, turned to the light."
)


@cache
def _fonts() -> None:
    """Both are shipped with the library, so that letters beyond Latin 1 are there."""
    for name in (FONT, BOLD):
        pdfmetrics.registerFont(TTFont(name, f"{name}.ttf"))


def _wide(text: str, size: float, font: str = FONT) -> float:
    return float(pdfmetrics.stringWidth(text, font, size))


def _lines(text: str, width: float, size: float) -> list[str]:
    """Words on as many lines as they need."""
    made = [""]
    for word in text.split():
        longer = f"{made[-1]} {word}".strip()
        made = [*made[:-1], longer] if _wide(longer, size) <= width or not made[-1] else [*made, word]
    return made


class _Page:
    """Writes from the top down."""

    def __init__(self, paper: Paper) -> None:
        _fonts()
        self.width, self.height = SIZES[paper]
        self.drawing = Drawing(self.width, self.height)
        self.drawing.add(Rect(0, 0, self.width, self.height, fillColor=white, strokeColor=None))
        self.y = self.height - EDGE

    def text(self, x: float, y: float, text: str, size: float = USUAL, font: str = FONT, colour: Color = black) -> None:
        self.drawing.add(String(x, y, text, fontName=font, fontSize=size, fillColor=colour))

    def lines(self, shapes: Iterable[tuple[SetLine, bool, str]], plan: Plan) -> None:
        """Outlines (closed or not, and how they are drawn) at the places of a plan."""
        for line, closed, style in shapes:
            flat = [c for point in line for c in plan.at(point)]
            if len(flat) < 4:
                continue
            stroke, width, dash, fill = STYLES[style]
            made = Polygon(flat) if closed else PolyLine(flat)
            made.strokeColor, made.strokeWidth, made.strokeDashArray = stroke, width, dash
            if closed:
                made.fillColor = fill
            self.drawing.add(made)


STYLES: dict[str, tuple[Color, float, list[float] | None, Color | None]] = {
    "wall": (black, 0.9, None, None),
    "thing": (black, 0.6, None, HexColor("#ffffff")),
    "clear": (black, 0.6, None, None),
    "light": (AMBER, 1.1, None, HexColor("#fbe9cc")),
    "off": (QUIET, 0.5, [2, 2], None),
    "sitter": (black, 0.7, None, HexColor("#e9e2d6")),
    "quiet": (QUIET, 0.4, None, None),
    "axis": (AMBER, 0.4, [3, 2], None),
    "tape": (QUIET, 0.35, [1, 1.5], None),
}


def _heading(page: _Page, card: CardText) -> None:
    page.y -= LARGE * 0.8
    page.text(EDGE, page.y, card.title, LARGE, BOLD)
    page.y -= 11
    page.text(EDGE, page.y, card.under, USUAL + 0.5, colour=QUIET)
    page.y -= 6


def _plans(page: _Page, shown: SetDrawing, picture: bytes, feet: bool, high: float) -> None:
    """Floor and Side at one scale, the picture beside them."""
    wide = page.width - 2 * EDGE - PICTURE - 6 * mm
    scale = min(wide / max(shown.width, shown.depth), (high - 10 * mm) / (shown.depth + shown.height), LARGEST_SCALE)
    top = page.y
    for make in (floor, side):
        plan = make(shown, scale, EDGE, top, feet)
        page.lines(plan.outlines, plan)
        for x, y, text, bold in plan.labels:
            size = USUAL + 0.6 if bold else SMALL - 0.6
            half = _wide(text, size) / 2 + 0.8
            if not bold:
                page.drawing.add(Rect(x - half, y - size * 0.5, 2 * half, size, fillColor=white, strokeColor=None))
            page.text(x - half + 0.8, y - size * 0.35, text, size, BOLD if bold else FONT)
        top = plan.bottom - 6 * mm
    image = PilImage.open(io.BytesIO(picture))
    tall = PICTURE * image.height / image.width
    left = page.width - EDGE - PICTURE
    page.drawing.add(Image(left, page.y - tall, PICTURE, tall, image))
    page.y = min(top + 6 * mm, page.y - tall) - 8
    said = f"Floor from above, Side from camera-left; 1 m = {scale / mm:.0f} mm"
    page.text(page.width - EDGE - _wide(said, SMALL - 0.8), page.y + 2, said, SMALL - 0.8, colour=QUIET)


def _rows(page: _Page, card: CardText) -> None:
    label, at = 18 * mm, EDGE
    for name, text in card.rows:
        for n, line in enumerate(_lines(text, page.width - 2 * EDGE - label, USUAL)):
            page.y -= USUAL * 1.32
            if n == 0 and name:
                page.text(at, page.y, name, USUAL, BOLD)
            page.text(at + label, page.y, line, USUAL)


def _table(page: _Page, head: tuple[str, ...], rows: tuple[tuple[str, ...], ...]) -> None:
    if not rows:
        return
    scale = (page.width - 2 * EDGE) / (sum(COLUMNS) * mm)
    starts = [EDGE + sum(COLUMNS[:k]) * mm * scale for k in range(len(COLUMNS))]
    page.y -= USUAL * 1.9
    for x, text in zip(starts, head, strict=True):
        page.text(x, page.y, text, SMALL, colour=QUIET)
    page.y -= 2.5
    page.drawing.add(Line(EDGE, page.y, page.width - EDGE, page.y, strokeColor=QUIET, strokeWidth=0.4))
    for row in rows:
        cells = [_lines(text, COLUMNS[k] * mm * scale - 3, SMALL) for k, text in enumerate(row)]
        for n in range(max(map(len, cells))):
            page.y -= SMALL * 1.25
            for k, lines in enumerate(cells):
                if n < len(lines):
                    page.text(starts[k], page.y, lines[n], SMALL, BOLD if k == 0 else FONT)
        page.y -= 1.5


def _below(page: _Page, card: CardText) -> None:
    """All that stands under the drawings."""
    _rows(page, card)
    _table(page, LIGHT_HEAD, card.lights)
    _table(page, PANEL_HEAD, card.panels)
    page.y -= USUAL * 1.8
    page.text(EDGE, page.y, SAID, SMALL - 0.6, colour=QUIET)
    for line in _lines(card.note, page.width - 2 * EDGE, USUAL):
        page.y -= USUAL * 1.4
        page.text(EDGE, page.y, line, USUAL)


def _page(card: CardText, shown: SetDrawing, picture: bytes, paper: Paper, feet: bool) -> Drawing:
    tried = _Page(paper)
    start = tried.y
    _below(tried, card)
    page = _Page(paper)
    _heading(page, card)
    # The drawings get what the words leave.
    _plans(page, shown, picture, feet, max(page.y - EDGE - (start - tried.y), LEAST_PLANS))
    _below(page, card)
    return page.drawing


def pdf_card(card: CardText, shown: SetDrawing, picture: bytes, paper: Paper = "a4", feet: bool = False) -> bytes:
    """One page; picture : of the set, any image file."""
    page, made = _page(card, shown, picture, paper, feet), io.BytesIO()
    canvas = Canvas(made, pagesize=SIZES[paper], invariant=True)
    canvas.setTitle(card.title)
    canvas.setCreator("Deep Amber")
    renderPDF.draw(page, canvas, 0, 0)
    canvas.save()
    return made.getvalue()


def svg_card(card: CardText, shown: SetDrawing, picture: bytes, paper: Paper = "a4", feet: bool = False) -> bytes:
    """The same as SVG, its fonts named and not held."""
    made = renderSVG.drawToString(_page(card, shown, picture, paper, feet))
    for name, family in ((BOLD, "bold"), (FONT, "normal")):
        made = made.replace(f"font-family: {name};", f"font-family: Verdana, sans-serif; font-weight: {family};")
    return made.encode()
