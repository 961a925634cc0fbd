"""Draws the demo's calm moving pictures, one frame at a time, by the share of the part that has passed."""

from __future__ import annotations

from pathlib import Path

from PIL import Image, ImageDraw, ImageFont

SIZE = (854, 480)
SCREENSHOTS = Path(__file__).resolve().parents[1] / "docs" / "screenshots"
SKY, HARBOUR, CHAMBER, CANAL = "#CFE3E6", "#2F6F86", "#3C8299", "#2F6F86"
WOOD, HULL, CABIN, INK, SAND, ROPE = "#5B4634", "#A63D2F", "#F2E7CF", "#1F2A37", "#E9DEC7", "#B7791F"


def _font(size: int) -> ImageFont.FreeTypeFont | ImageFont.ImageFont:
    return ImageFont.load_default(size)


def frame(picture: str, part: int, share: float, caption: str) -> Image.Image:
    """One picture of part ``part`` (from 0), ``share`` of it passed (0 to 1)."""
    image = Image.new("RGB", SIZE, SKY if picture == "lock" else SAND)
    draw = ImageDraw.Draw(image)
    (_lock if picture == "lock" else _knot)(draw, part, share)
    draw.text((26, 22), caption, font=_font(34), fill=INK)
    return image


def screen(name: str, caption: str) -> Image.Image:
    """A screen of Escuela itself, under its caption."""
    image = Image.new("RGB", SIZE, SAND)
    with Image.open(SCREENSHOTS / f"{name}.png") as shot:
        shot.thumbnail((SIZE[0] - 40, SIZE[1] - 82))
        image.paste(shot.convert("RGB"), ((SIZE[0] - shot.width) // 2, 68))
    ImageDraw.Draw(image).text((26, 16), caption, font=_font(34), fill=INK)
    return image


def _lock(draw: ImageDraw.ImageDraw, part: int, share: float) -> None:
    if part == 2:
        _gates_from_above(draw, share)
        return
    low, high = 330, 200
    level = {0: low, 1: low + (high - low) * share, 3: high + (low - high) * share, 4: low}[part]
    boat_x = {0: 60 + 330 * min(1.0, share * 1.4), 1: 390, 3: 390, 4: 390 - 330 * share}[part]
    draw.rectangle((0, low, 290, 480), fill=HARBOUR)
    draw.rectangle((290, level, 610, 480), fill=CHAMBER)
    draw.rectangle((610, high, 854, 480), fill=CANAL)
    lower_open = part in (0, 4)
    draw.rectangle((282, 110, 300, 250 if lower_open else 480), fill=WOOD)
    draw.rectangle((602, 90, 620, 480), fill=WOOD)
    water = low if boat_x < 290 else level
    draw.polygon(
        [(boat_x, water - 42), (boat_x + 170, water - 42), (boat_x + 148, water + 14), (boat_x + 26, water + 14)],
        fill=HULL,
    )
    draw.rectangle((boat_x + 56, water - 78, boat_x + 112, water - 42), fill=CABIN)


def _gates_from_above(draw: ImageDraw.ImageDraw, share: float) -> None:
    draw.rectangle((0, 90, 854, 400), fill=CHAMBER)
    draw.rectangle((430, 90, 854, 400), fill=CANAL)
    draw.rectangle((0, 70, 854, 96), fill=SAND)
    draw.rectangle((0, 394, 854, 420), fill=SAND)
    tip = 400 + 90 * min(1.0, share * 2)
    draw.line([(400, 96), (tip, 245)], fill=WOOD, width=18)
    draw.line([(400, 394), (tip, 245)], fill=WOOD, width=18)
    for y in range(140, 380, 50):
        x = 780 - 120 * ((share * 3 + y / 400) % 1.0)
        draw.line([(x, y), (x - 46, y)], fill=CABIN, width=4)
        draw.polygon([(x - 46, y - 8), (x - 46, y + 8), (x - 62, y)], fill=CABIN)


def _knot(draw: ImageDraw.ImageDraw, part: int, share: float) -> None:
    draw.rectangle((0, 400, 854, 480), fill=WOOD)
    if part == 2:
        draw.rectangle((330, 340, 530, 400), fill=INK)
        draw.rounded_rectangle((230, 300, 630, 350), 24, fill=INK)
        turns = [(90, 390), (260, 290), (600, 370), (610, 290), (260, 370), (250, 290), (600, 365), (470, 260)]
    else:
        turns = [
            (40, 250),
            (330, 250),
            (420, 180),
            (480, 250),
            (420, 320),
            (340, 250),
            (420, 130),
            (640, 160),
            (700, 260),
            (620, 350),
            (440, 300),
        ]
    shown = max(2, round(len(turns) * min(1.0, 0.25 + share)))
    draw.line(turns[:shown], fill=ROPE, width=22, joint="curve")
    draw.line(turns[:shown], fill=SAND, width=3, joint="curve")
