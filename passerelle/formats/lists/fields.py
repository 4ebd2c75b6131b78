"""What lists may say of each kind of thing, and the headings that people write for it."""

from dataclasses import dataclass
from typing import Literal, get_args

from passerelle.core.choice.need import BUDGETS, SURROUNDINGS
from passerelle.core.plan.backbone import Hazard, PathwayKind
from passerelle.core.plan.lightpath import LengthFrom
from passerelle.core.plan.testing import Method

from .cells import CellKind

ListKind = Literal[
    "place", "pathway", "cable", "strand", "need", "link", "price", "stock", "reading"
]  # fmt: skip
STRAND_STATES = ("free", "used", "dark", "bad", "reserved")
SPACES = ("plenum", "riser", "general")


@dataclass(frozen=True, slots=True)
class Field:
    """One field of a kind. label : in words of the screen. phrases : headings that mean it.

    options : of a choice. names_place : the cell names a place, which is added where it is new.
    """

    key: str
    label: str
    kind: CellKind
    phrases: tuple[str, ...]
    needed: bool = False
    options: tuple[str, ...] = ()
    names_place: bool = False


def _f(
    key: str, label: str, kind: CellKind, phrases: str, *, needed: bool = False,
    options: tuple[str, ...] = (),
) -> Field:  # fmt: skip
    told = tuple(one.strip() for one in phrases.split("|"))
    place = key in ("a", "b", "a_place", "b_place", "inside")
    return Field(key, label, kind, told, needed, options, place)


_NAME = "name|id|identifier|label|tag|designation|number|no"
_FROM = "from|a|from place|place a|a end|end a|start|source|site a|location a|origin|building a"
_TO = "to|b|to place|place b|b end|end b|finish|destination|target|site b|location b|building b"
_LENGTH = "length|distance|route length|run|cable length|far along|route|len|dist"
_LOSS = "loss|measured loss|attenuation|insertion loss|il"
_NM = "wavelength|measured at|at|window|loss at"
_NOTES = "notes|note|remark|remarks|comment|comments|description"
_FIBER = "fiber|fibre|glass|grade|fiber type|fibre type|mode|cable grade|core|glass type"

FIELDS: dict[ListKind, tuple[Field, ...]] = {
    "place": (
        _f("name", "Name", "text", f"{_NAME}|place|site|location|building|room", needed=True),
        _f("kind", "Kind", "text", "kind|type|sort|what"),
        _f("x_m", "East", "length", "x|east|easting"),
        _f("y_m", "North", "length", "y|north|northing"),
        _f("latitude", "Latitude", "number", "latitude|lat"),
        _f("longitude", "Longitude", "number", "longitude|lon|lng|long"),
        _f("floor", "Floor", "text", "floor|level|storey"),
        _f("inside", "Inside", "text", "inside|in building|part of|parent"),
        _f("surroundings", "Surroundings", "choice", "surroundings|environment",
           options=("indoor", "unheated", "outdoor", "wet", "salt")),
        _f("space", "Space", "choice", "space|fire space", options=SPACES),
        _f("power", "Power", "choice", "power|power there",
           options=("mains", "none", "composite", "over a pair")),
        _f("supply", "Supply", "text", "supply|fed from"),
        _f("notes", "Notes", "text", _NOTES),
    ),
    "pathway": (
        _f("name", "Name", "text", f"{_NAME}|pathway|duct|way|conduit"),
        _f("a", "From", "text", _FROM, needed=True),
        _f("b", "To", "text", _TO, needed=True),
        _f("length_m", "Length", "length", _LENGTH, needed=True),
        _f("kind", "Kind", "choice", "kind|type|sort|what", options=get_args(PathwayKind)),
        _f("length_from", "Length known from", "choice", "length from|known from|length source",
           options=get_args(LengthFrom)),
        _f("inner_mm", "Inner size", "small length",
           "inner|inner size|inner diameter|bore|inside diameter|id mm|size|diameter"),
        _f("width_mm", "Width", "small length", "width"),
        _f("height_mm", "Height", "small length", "height|depth"),
        _f("bends", "Bends", "bends", "bends|bend"),
        _f("rise_m", "Rise", "length", "rise|climb|height difference"),
        _f("friction", "Friction", "number", "friction"),
        _f("lies_in", "Lies in", "text", "lies in|trench|bank|bridge|shared trench"),
        _f("hazards", "Hazards", "words", "hazards|hazard|surroundings", options=get_args(Hazard)),
        _f("space", "Space", "choice", "space|fire space", options=SPACES),
        _f("notes", "Notes", "text", _NOTES),
    ),
    "cable": (
        _f("name", "Name", "text", f"{_NAME}|cable|cable name|cable id", needed=True),
        _f("a", "From", "text", _FROM, needed=True),
        _f("b", "To", "text", _TO, needed=True),
        _f("fiber", "Glass", "fiber", _FIBER, needed=True),
        _f("strands", "Strands", "whole",
           "strands|fibers|fibres|count|strand count|fiber count|fibre count|cores", needed=True),
        _f("type", "Construction", "text", "construction|sheath|cable type|type|kind"),
        _f("length_m", "Length", "length", _LENGTH.replace("|route|", "|")),
        _f("route", "Pathways", "names", "route|pathways|through|via|ducts|ways|runs through"),
        _f("existing", "It is there", "yes", "existing|is there|laid|installed|in place"),
        _f("loss_db", "Measured loss", "loss", _LOSS),
        _f("loss_nm", "Measured at", "wavelength", _NM),
        _f("measured", "Test document", "text", "measured|document|test document|report"),
        _f("notes", "Notes", "text", _NOTES),
    ),
    "strand": (
        _f("cable", "Cable", "text", "cable|cable name|cable id", needed=True),
        _f("strand", "Strand", "whole",
           "strand|strand number|fiber|fibre|fiber number|fibre number|core|no|number",
           needed=True),
        _f("state", "State", "choice", "state|status|condition", options=STRAND_STATES),
        _f("note", "Note", "text", f"{_NOTES}|why|reason"),
    ),
    "need": (
        _f("name", "Name", "text", f"{_NAME}|need"),
        _f("a_place", "From", "text", _FROM, needed=True),
        _f("b_place", "To", "text", _TO, needed=True),
        _f("distance_m", "Route", "length", _LENGTH),
        _f("rate_gbps", "Speed now", "rate", "speed|rate|bandwidth|speed now|now|data rate"),
        _f("growth_gbps", "Speed later", "rate",
           "growth|later|speed later|future speed|growth speed|growth gbps|future"),
        _f("growth_by", "By", "year", "growth by|by|year|later by"),
        _f("circuits", "Circuits", "whole", "circuits|links|count|circuit count|how many"),
        _f("redundant", "Two routes", "yes", "two routes|redundant|redundancy|diverse"),
        _f("redundant_m", "Second route", "length", "second route|second|second length"),
        _f("existing", "Glass that is there", "fiber", "existing|existing glass"),
        _f("strands_at_hand", "Strands at hand", "whole", "strands at hand|free strands|strands"),
        _f("cage_a", "Cage at the start", "text", "cage a|port a|cage at start"),
        _f("cage_b", "Cage at the end", "text", "cage b|port b|cage at end"),
        _f("device_a", "Device at the start", "text", "device a|switch a|device at start"),
        _f("device_b", "Device at the end", "text", "device b|switch b|device at end"),
        _f("same_rack", "One rack", "yes", "same rack|one rack"),
        _f("outdoors", "Outdoors", "yes", "outdoors|outside|outdoor"),
        _f("surroundings", "Surroundings", "words", "surroundings|environment",
           options=SURROUNDINGS),
        _f("budget", "What counts", "choice", "budget|what counts", options=BUDGETS),
        _f("service", "Service", "text", "service|for service"),
        _f("draw_w", "Far device takes", "watts", "draw|power|watts|load|far device takes|draw w"),
        _f("draw_peak_w", "At its peak", "watts", "peak|peak draw|at its peak|draw peak w"),
        _f("wanted_by", "Wanted by", "text", "wanted by|due|date|until|deadline"),
        _f("asked_by", "Asked by", "text", "asked by|for whom|owner|customer|contact"),
        _f("notes", "Notes", "text", _NOTES),
    ),
    "link": (
        _f("name", "Name", "text", f"{_NAME}|link|link name|circuit"),
        _f("a", "From", "text", _FROM, needed=True),
        _f("b", "To", "text", _TO, needed=True),
        _f("application", "What runs", "application",
           "application|what runs|optics|optic|module|transceiver|sfp|standard|pmd|service",
           needed=True),
        _f("length_m", "Length", "length", _LENGTH),
        _f("fiber", "Glass", "fiber", _FIBER),
        _f("cable", "Cable", "text", "cable|cable name|on cable"),
        _f("strands", "Strands", "strands", "strands|fibers|fibres|strand numbers|cores|ports"),
        _f("loss_db", "Measured loss", "loss", _LOSS),
        _f("loss_nm", "Measured at", "wavelength", _NM),
    ),
    "price": (
        _f("name", "Key", "text", f"key|item key|price key|{_NAME}|article|part", needed=True),
        _f("price", "Price each", "money",
           "price each|price|unit price|each|net price|cost|price per unit"),
        _f("currency", "Currency", "text", "currency|unit of price"),
        _f("minutes", "Minutes", "number", "minutes|labour minutes"),
        _f("date", "Date", "date", "date|price date|valid from|quoted on|of"),
        _f("source", "Source", "text", "source|supplier|vendor|offer|quotation|quote|from"),
    ),
    "stock": (
        _f("name", "Key", "text", f"key|item key|price key|{_NAME}|article|part", needed=True),
        _f("count", "At hand", "amount",
           "at hand|count|quantity|qty|stock|pieces|in stock|on hand|amount", needed=True),
        _f("where", "Where", "text", "where|place|shelf|store|location"),
        _f("notes", "Notes", "text", _NOTES),
    ),
    "reading": (
        _f("run", "Run", "text", "run|cable id|fiber id|fibre id|label"),
        _f("cable", "Cable", "text", "cable|cable name"),
        _f("strand", "Strand", "whole",
           "strand|strand number|fiber|fibre|fiber number|fibre number|core"),
        _f("nm", "Wavelength", "wavelength", "wavelength|window|nm|lambda", needed=True),
        _f("direction", "Direction", "choice", "direction|way", options=("a-b", "b-a")),
        _f("loss", "Reading", "reading", f"reading|result|value|{_LOSS}", needed=True),
        _f("method", "Method", "choice", "method|reference|reference method",
           options=get_args(Method)),
        _f("at", "Read at", "text", "read at|date|time|when|measured on"),
        _f("who", "Who", "text", "who|operator|technician|by"),
        _f("instrument", "Instrument", "text", "instrument|meter|tester"),
        _f("inspected", "Inspected", "yes", "inspected|ends inspected"),
        _f("length_m", "Length", "length", "length|optical length|fiber length|fibre length"),
        _f("note", "Note", "text", _NOTES),
    ),
}  # fmt: skip
LABELS: dict[ListKind, str] = {
    "place": "Places", "pathway": "Pathways", "cable": "Cables", "strand": "Strands",
    "need": "Needs",
    "link": "Links as built", "price": "Prices", "stock": "Stock at hand",
    "reading": "Readings",
}  # fmt: skip
