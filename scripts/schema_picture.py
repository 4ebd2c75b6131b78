"""The stored schema as a picture, drawn from the models: a box a table, a line a reference."""

from html import escape

from sqlalchemy import Table

from passerelle.plans.models import Base

WIDTH, ROW, HEAD, GAP, MARGIN = 300, 20, 30, 36, 20
COLUMNS = (("revision", "change", "snapshot"), ("plan",), ("thing", "fact", "file"))
"""Which table stands where, left to right and top to bottom; others come last."""


def _placed() -> dict[str, tuple[int, int]]:
    known = {name for column in COLUMNS for name in column}
    rest = tuple(sorted(set(Base.metadata.tables) - known))
    places, columns = {}, (*COLUMNS[:-1], (*COLUMNS[-1], *rest))
    for number, column in enumerate(columns):
        top = MARGIN
        for name in column:
            if name in Base.metadata.tables:
                places[name] = (MARGIN + number * (WIDTH + 90), top)
                top += _height(Base.metadata.tables[name]) + GAP
    return places


def _height(table: Table) -> int:
    return HEAD + ROW * len(table.columns) + 8


def _line(box: tuple[int, int], row: int, table: Table, places: dict[str, tuple[int, int]]) -> str:
    """From a column to the head of the table that it refers to; upwards within one column."""
    x, (tx, ty) = box[0], places[table.name]
    if tx == x:
        points = f"M{x + WIDTH // 2} {box[1]}V{ty + _height(table)}"
    else:
        start, end = (x, tx + WIDTH) if tx < x else (x + WIDTH, tx)
        points = f"M{start} {row}L{end} {ty + HEAD + ROW // 2}"
    return f'<path d="{points}" stroke="#667" fill="none" marker-end="url(#to)"/>'


def picture() -> str:
    """The SVG."""
    places = _placed()
    boxes, lines = [], []
    for name, (x, y) in places.items():
        table = Base.metadata.tables[name]
        boxes.append(
            f'<rect x="{x}" y="{y}" width="{WIDTH}" height="{_height(table)}" rx="4" fill="#fff" '
            f'stroke="#334"/>'
            f'<text x="{x + 10}" y="{y + 20}" font-weight="700">{escape(name)}</text>'
        )
        for at, column in enumerate(table.columns):
            baseline = y + HEAD + ROW * (at + 1) - 4
            kind = str(column.type) + ("" if column.nullable else " ·")
            weight = ' font-weight="700"' if column.primary_key else ""
            boxes.append(
                f'<text x="{x + 10}" y="{baseline}"{weight}>{escape(column.name)}</text>'
                f'<text x="{x + WIDTH - 10}" y="{baseline}" text-anchor="end" fill="#556">'
                f"{escape(kind)}</text>"
            )
            for key in column.foreign_keys:
                lines.append(_line((x, y), baseline - 5, key.column.table, places))
    width = max(x for x, _ in places.values()) + WIDTH + MARGIN
    bottom = max(y + _height(Base.metadata.tables[n]) for n, (_, y) in places.items()) + MARGIN
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {width} {bottom}" '
        'font-family="sans-serif" font-size="13">\n'
        '<defs><marker id="to" markerWidth="9" markerHeight="8" refX="8" refY="4" orient="auto">'
        '<path d="M0 0L9 4L0 8z" fill="#667"/></marker></defs>\n'
        f'<rect width="{width}" height="{bottom}" fill="#f6f7f9"/>\n'
        + "\n".join(lines + boxes)
        + "\n</svg>\n"
    )
