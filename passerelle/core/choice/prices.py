"""The price book: prices and minutes of work by key. A missing price is no price, never zero."""

from dataclasses import dataclass, field

from passerelle.core.tables.reading import make_row, read_file


@dataclass(frozen=True, slots=True)
class PriceRow:
    """A thing that can be bought. unit : piece or m. price : None where there is none."""

    key: str
    what: str
    unit: str
    price: float | None = None


@dataclass(frozen=True, slots=True)
class WorkRow:
    """An operation and how long it takes. [min]"""

    key: str
    what: str
    minutes: float


_raw = read_file("prices.toml")
DEMO_PRICES = {raw["key"]: make_row(PriceRow, raw, "prices.toml") for raw in _raw["price"]}
DEMO_WORK = {raw["key"]: make_row(WorkRow, raw, "prices.toml") for raw in _raw["work"]}
DEMO_PER_HOUR: float = _raw["labour"]["per_hour"]


@dataclass(frozen=True)
class PriceBook:
    """What the plan pays. per_hour : of labour; None: no price. packs : how many come together.

    leads : working days until it comes.
    """

    prices: dict[str, float | None] = field(
        default_factory=lambda: {key: row.price for key, row in DEMO_PRICES.items()}
    )
    minutes: dict[str, float] = field(
        default_factory=lambda: {key: row.minutes for key, row in DEMO_WORK.items()}
    )
    per_hour: float | None = DEMO_PER_HOUR
    packs: dict[str, int] = field(default_factory=dict)
    leads: dict[str, int] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Line:
    """One line of a bill: so many of a thing. each None: no price. spare : for the shelf."""

    key: str
    what: str
    quantity: float
    unit: str
    each: float | None
    spare: bool = False

    @property
    def total(self) -> float | None:
        """What the line comes to, to the hundredth as it is shown. None: no price."""
        return None if self.each is None else round(self.quantity * self.each, 2)


@dataclass(frozen=True, slots=True)
class Bill:
    """What to buy and how long it takes. [min]"""

    lines: tuple[Line, ...]
    minutes: float

    @property
    def missing(self) -> tuple[str, ...]:
        """What has no price."""
        return tuple(line.what for line in self.lines if line.each is None)

    def total(self, book: PriceBook) -> float | None:
        """Material and labour, the sum of the figures shown; None where a price is missing."""
        labour = self.labour(book)
        if self.missing or labour is None:
            return None
        return round(sum(line.total or 0.0 for line in self.lines) + labour, 2)

    def labour(self, book: PriceBook) -> float | None:
        """What the work costs; None where an hour has no price."""
        return None if book.per_hour is None else round(self.minutes / 60 * book.per_hour, 2)


class Counted:
    """Collects what is needed, then makes the bill."""

    def __init__(self, book: PriceBook) -> None:
        self.book = book
        self.quantities: dict[str, float] = {}
        self.spares: list[str] = []
        self.minutes = 0.0

    def buy(self, key: str, quantity: float = 1) -> None:
        """So many more of a thing."""
        self.quantities[key] = self.quantities.get(key, 0.0) + quantity

    def spare(self, key: str) -> None:
        """One more of a thing, for the shelf."""
        self.spares.append(key)

    def work(self, key: str, times: float = 1) -> None:
        """An operation, so many times."""
        self.minutes += self.book.minutes.get(key, 0.0) * times

    def bill(self) -> Bill:
        """The lines, and the minutes of all work."""
        lines = []
        for key, quantity in self.quantities.items():
            row = DEMO_PRICES.get(key)
            what, unit = (row.what, row.unit) if row else (key, "piece")
            lines.append(Line(key, what, quantity, unit, self.book.prices.get(key)))
        for key in self.spares:
            price = self.book.prices.get(key)
            lines.append(Line(key, f"spare {key}", 1, "piece", price, spare=True))
        return Bill(tuple(lines), self.minutes)
