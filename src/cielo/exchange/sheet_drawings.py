"""What is drawn on a run sheet besides its text: strokes of ink, boxes to tick, things to lay out, the picture of a step."""

from collections.abc import Sequence
from io import BytesIO

from reportlab.lib.colors import HexColor, black, white
from reportlab.lib.units import mm
from reportlab.lib.utils import ImageReader
from reportlab.platypus import Flowable

from cielo.core.geometry.masks import outlines_mm
from cielo.core.plan import Plan
from cielo.core.say import Group
from cielo.exchange.letters import draw, width_of

# A picture of a step is as large as this allows.
PROOF_MM, PROOF_TALL_MM = 26.0, 31.0


class InkStrokes(Flowable):
    """The inks in the order in which they are used, each a stroke of its colour with its name below."""

    TALL_MM, MOST_MM = 4.0, 24.0

    def __init__(self, inks: Sequence[tuple[str, str]], width: float, *, saving: bool) -> None:
        super().__init__()
        self.tall = (self.TALL_MM if not saving else self.TALL_MM / 3) * mm
        self.inks, self.width = inks, width
        self.a_row = max(1, min(len(inks), int(width // (self.MOST_MM * mm))))
        self.each = min(width / self.a_row, 30 * mm)
        self.rows = -(-len(inks) // self.a_row)
        self.height = self.rows * (self.TALL_MM + 5.5) * mm

    def draw(self) -> None:
        for n, (name, colour) in enumerate(self.inks):
            row, column = divmod(n, self.a_row)
            x, y = column * self.each, self.height - row * (self.TALL_MM + 5.5) * mm - self.TALL_MM * mm
            self.canv.setFillColor(HexColor(colour))
            self.canv.setStrokeColor(black)
            self.canv.setLineWidth(0.3)
            self.canv.roundRect(x, y, self.each - 2 * mm, self.tall, self.tall / 2, stroke=1, fill=1)
            self.canv.setFillColor(black)
            draw(self.canv, x, y - 3.4 * mm, name if len(name) < 18 else f"{name[:16]}…", 9)


class Things(Flowable):
    """What lies together on the table: the name of the group, and each thing with a small box to tick."""

    BOX, GAP = 6.4, 7.0

    def __init__(self, group: Group, width: float, points: float) -> None:
        super().__init__()
        self.width, self.points, self.leading = width, points, 1.28 * points
        # Each word with its place, whether it is bold, and whether a box stands before it; y counted in lines.
        self.words: list[tuple[float, int, str, bool, bool]] = [(0.0, 0, group.name, True, False)]
        x, line = width_of(group.name, self.points, bold=True) + self.GAP, 0
        for thing in group.things:
            for n, word in enumerate(thing.split(" ") if width_of(thing, self.points) > width / 2 else [thing]):
                lead = self.BOX + 2.5 if n == 0 else width_of(" ", self.points)
                long = lead + width_of(word, self.points)
                if x + long > width:
                    x, line = 3 * mm, line + 1
                    lead, long = (lead, long) if n == 0 else (0.0, long - lead)
                self.words.append((x + lead, line, word, False, n == 0))
                x += long
            x += self.GAP
        self.height = (line + 1) * self.leading

    def draw(self) -> None:
        self.canv.setLineWidth(0.5)
        for x, line, word, bold, boxed in self.words:
            y = self.height - line * self.leading - self.points
            if boxed:
                self.canv.roundRect(x - self.BOX - 2.5, y - 0.4, self.BOX, self.BOX, 1.2)
            draw(self.canv, x, y, word, self.points, bold=bold)


class Proof(Flowable):
    """What a step changes, with a broken line round every mask that lies there."""

    def __init__(self, plan: Plan, png: bytes, on: frozenset[str]) -> None:
        super().__init__()
        size = (plan.card.panel_width_mm, plan.card.panel_height_mm)
        self.scale = min(PROOF_MM / size[0], PROOF_TALL_MM / size[1]) * mm
        self.width, self.height = size[0] * self.scale, size[1] * self.scale
        self.png = png
        self.lines = [line for key in sorted(on) for line in outlines_mm(plan.mask(key), *size)]

    def draw(self) -> None:
        self.canv.drawImage(ImageReader(BytesIO(self.png)), 0, 0, self.width, self.height)
        self.canv.saveState()
        rim = self.canv.beginPath()
        rim.rect(0, 0, self.width, self.height)
        self.canv.clipPath(rim, stroke=0)
        for line in self.lines:
            path = self.canv.beginPath()
            path.moveTo(line[0][0] * self.scale, self.height - line[0][1] * self.scale)
            for x, y in line[1:]:
                path.lineTo(x * self.scale, self.height - y * self.scale)
            # White under black, so that it is seen on light and on dark.
            for colour, width, dash in ((white, 1.2, []), (black, 0.5, [2, 1.5])):
                self.canv.setStrokeColor(colour)
                self.canv.setLineWidth(width)
                self.canv.setDash(dash)
                self.canv.drawPath(path)
        self.canv.restoreState()
        self.canv.setLineWidth(0.3)
        self.canv.rect(0, 0, self.width, self.height)


class TickBox(Flowable):
    """An empty square to tick."""

    def __init__(self) -> None:
        super().__init__()
        self.width = self.height = 5.5 * mm

    def draw(self) -> None:
        self.canv.roundRect(0, 0, self.width, self.height, 1 * mm)
