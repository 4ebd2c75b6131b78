"""One line of text that states a need: what it says, what of it is not read, how it may go on."""

import re
from dataclasses import dataclass, field

from passerelle.core.tables import STANDARD

from .need import BUDGETS, MOST_W, rates


@dataclass(frozen=True, slots=True)
class Heard:
    """What a line says, by the keys of a need. new : places that the plan does not have.

    notes : what was taken for what, in words. unread : words that say nothing known, in order.
    """

    said: dict[str, object]
    new: tuple[str, ...] = ()
    notes: tuple[str, ...] = ()
    unread: tuple[str, ...] = ()


@dataclass(slots=True)
class _Text:
    """A line that is read piece by piece: what was read is blanked out."""

    rest: str
    notes: list[str] = field(default_factory=list)

    def take(self, pattern: str) -> re.Match[str] | None:
        """The first place where the pattern is; it is gone from the rest."""
        found = re.search(pattern, self.rest, re.IGNORECASE)
        if found is not None:
            start, end = found.span()
            self.rest = self.rest[:start] + " " * (end - start) + self.rest[end:]
        return found

    def take_rate(self, before: str = "") -> float | None:
        """A speed behind `before`: G and g alike, but of M and m only the large one. [Gb/s]"""
        found = re.search((f"(?i:{before})" if before else "") + _RATE, self.rest)
        if found is None:
            return None
        self.rest = self.rest.replace(found[0], " " * len(found[0]), 1)
        return _gbps(found[1], found[2])


def read_line(text: str, places: tuple[str, ...]) -> dict[str, object]:
    """What one line says: 'Pier Office to Wet Lab 10G, growth 100G by 2031, 240 m, 2 circuits'."""
    return hear(text, places).said


def hear(text: str, places: tuple[str, ...]) -> Heard:
    """Read a line. Places are known by name, whatever else it holds; others are new by 'A to B'."""
    said: dict[str, object] = {}
    line = _Text(text)
    found = _places(text, places)
    for name in found:
        line.take(re.escape(name))
    named, new = _new_places(text, found, line)
    said |= dict(zip(("a_place", "b_place"), named, strict=False))
    _read_split(line, said)
    _read_speeds(line, said)
    _read_amounts(line, said)
    _read_ends(line, said)
    unread = [word for word in re.findall(r"[^\s,;:()]+", line.rest) if _means(word)]
    return Heard(said, tuple(new), tuple(line.notes), tuple(unread))


def _new_places(text: str, found: list[str], line: _Text) -> tuple[list[str], list[str]]:
    """Both ends of 'A to B' where not both are known, and those of them that are new."""
    if len(found) == 2:
        return found, []
    spoken = re.search(_BETWEEN, text, re.IGNORECASE)
    if spoken is None:
        return found, []
    known = {name.lower(): name for name in found}
    named, new = [], []
    for raw in (spoken[1], spoken[2]):
        name = " ".join(raw.split())
        if name.lower() not in known:
            name = name[:1].upper() + name[1:]
            new.append(name)
            line.take(re.escape(raw))
        named.append(known.get(name.lower(), name))
    return (found, []) if any(one not in named for one in found) else (named, new)


def _read_split(line: _Text, said: dict[str, object]) -> None:
    """A port that is split into links: '40G split into 4 x 10G'."""
    split = line.take(
        r"\b(\d+)\s*G\b\s*(?:port\s*)?(?:split|broken out|breakout)(?:\s+(?:in)?to)?\s*"
        r"(\d+)\s*[x×]\s*(\d+)\s*G\b"
    )
    if split is None:
        return
    said |= {"rate_gbps": float(split[3]), "circuits": int(split[2])}
    line.notes.append(f"{split[2]} links of {split[3]}G; ways that split one port are among them")


def _read_speeds(line: _Text, said: dict[str, object]) -> None:
    grows = line.take_rate(r"(?:growth|later|then|grows? to)\D{0,6}?")
    if grows is not None:
        said["growth_gbps"] = grows
    many = None
    if "circuits" not in said:
        many = re.search(r"\b(\d{1,2})\s*(?:[x×]\s*|\s)(?=" + _RATE + ")", line.rest)
    if many is not None:
        said["circuits"] = int(many[1])
        line.rest = line.rest.replace(many[0], " " * len(many[0]), 1)
    now = line.take_rate() if "rate_gbps" not in said else None
    if now is not None:
        said["rate_gbps"] = now
    year = line.take(r"\b(?:by|in|until|before)\s+(\d{4})\b")
    if year:
        said["growth_by"] = int(year[1])


def _read_amounts(line: _Text, said: dict[str, object]) -> None:
    far = line.take(r"(\d+(?:[.,]\d+)?)\s*(km|metres|meters|m|ft|feet|foot|\u2032|')(?![\w'])")
    if far and not re.fullmatch(r"\d{1,3},\d{3}", far[1]):
        factor = {"km": 1000.0, "m": 1.0, "metres": 1.0, "meters": 1.0}.get(far[2].lower(), 0.3048)
        said["distance_m"] = round(float(far[1].replace(",", ".")) * factor, 4)
    elif far:
        line.notes.append(f"{far[1]} may be two numbers: write it without the comma")
    many = line.take(r"(\d+)\s*(?:x\b|circuits?|links?)") if "circuits" not in said else None
    if many:
        said["circuits"] = int(many[1])
    watts = line.take(r"(\d+(?:[.,]\d+)?)\s*(?:W|watts?)\b")
    if watts and 0 < float(watts[1].replace(",", ".")) <= MOST_W:
        said["draw_w"] = float(watts[1].replace(",", "."))
    powered = line.take(r"\bpoe\b|\bpower over \w+\b|\b(?:needs?|with|and) power\b|\bpowered\b")
    if powered and "draw_w" not in said:
        line.notes.append("how much the far device takes is not said: read watts on its type plate")


def _read_ends(line: _Text, said: dict[str, object]) -> None:
    for key, pattern in _FLAGS.items():
        if line.take(pattern):
            said[key] = True
    if line.take(r"\b(?:one|1|single)[ -]strand\b"):
        said["strands_at_hand"] = 1
    words = "|".join(BUDGETS)
    budget = line.take(rf"\b({words}) budget\b|\bbudget ({words})\b")
    if budget:
        said["budget"] = (budget[1] or budget[2]).lower()
    _read_glass(line, said)


def _read_glass(line: _Text, said: dict[str, object]) -> None:
    """Glass that is there, by its grade or by the colour of its jacket, which tells less."""
    there = line.take(r"\b(?:existing|old|already|reuse\w*|that is there|laid)\b")
    grade = line.take(r"\b(" + "|".join(_GRADES) + r")\b") if there else None
    colour = line.take(r"\b(" + "|".join(_COLOURS) + r")\b")
    if grade:
        said["existing"] = next(name for name in _GRADES if name.lower() == grade[1].lower())
    elif colour:
        word = colour[1].lower()
        may = [name for name in _GRADES if word in STANDARD.fibers[name].jacket]
        said["existing"] = may[0]
        listed = " or ".join(may) if len(may) < 3 else f"{', '.join(may[:-1])} or {may[-1]}"
        line.notes.append(f"{word} may be {listed}: {may[0]} counts until its print is read")
    elif there:
        line.notes.append("which glass is there is not said: choose its grade, or ask what it is")


def _means(word: str) -> bool:
    """Whether a word that was not read may have meant something."""
    return re.search(r"\w", word) is not None and word.lower() not in _FILLERS


_GRADES = ("OM1", "OM2", "OM3", "OM4", "OM5", "OS1", "OS2")
_COLOURS = ("orange", "aqua", "violet", "lime", "yellow")
_BETWEEN = (
    r"^\s*(?:from\s+|between\s+)?([^\W\d_][^,;]{0,60}?)\s+(?:to|and|–|->|→)\s+([^\W\d_][^,;]{0,60}?)"
    r"(?=\s*[,;]|\s+\d[\d.,]*\s*(?:[x×]|[GM]\b|km\b|m\b|ft\b|feet\b|W\b)"
    r"|\s+(?:over|with|without|growth|later|in|by|two|one|existing|old|on|for|needs?)\b|\s*$)"
)
"""'A to B' at the head of a line, up to what no name of a place goes on with."""
_FILLERS = {
    "a", "an", "and", "at", "between", "by", "cable", "fiber", "fibre", "for", "from", "glass",
    "in", "into", "link", "needs", "of", "on", "over", "port", "the", "to", "up", "with", "x",
    "→", "–", "->", "-",
}  # fmt: skip
_RATE = r"(\d+(?:[.,]\d+)?)\s*([GgM])(?:b/s|bit/s|bps)?\b"
"""A capital M is mega, a small one metres."""

_FLAGS = {
    "same_rack": r"\b(?:in )?(?:the )?(?:same|one) rack\b",
    "outdoors": r"\boutdoors?\b|\bbetween buildings\b",
    "redundant": r"\bredundan\w+|\b(?:two|second|separate|diverse)(?: separate)? routes?\b",
}


def _gbps(number: str, unit: str) -> float:
    value = float(number.replace(",", "."))
    return value / 1000 if unit == "M" else value


def _places(text: str, places: tuple[str, ...]) -> list[str]:
    """The first two places that the line names; the longer name goes before one inside it."""
    low = text.lower()
    spots = sorted(
        (low.find(name.lower()), -len(name), name) for name in places if name.lower() in low
    )
    found: list[str] = []
    end = -1
    for at, _, name in spots:
        if at >= end and len(found) < 2:
            found.append(name)
            end = at + len(name)
    return found


MOST_SUGGESTED = 8


def suggestions(text: str, places: tuple[str, ...]) -> tuple[str, ...]:
    """How the line may go on, as whole lines: places first, then speeds, then what else counts."""
    said = read_line(text, places)
    found = _places(text, places)
    if len(found) < 2:
        last = str(said.get("b_place", "")).lower()
        typing = not last or text.rstrip().lower().endswith(last)
        names = _with_place(text, found, places) if typing else ()
        if names or not last:
            return names
    ahead = text.rstrip(" ,")
    if "rate_gbps" not in said:
        typed = re.search(r"(\d[\d.,]*)\s*$", ahead)
        stem = ahead[: typed.start()].rstrip(" ,") if typed else ahead
        begun = typed[1] if typed else ""
        return tuple(f"{stem} {_word(rate)}" for rate in rates() if _word(rate).startswith(begun))[
            :MOST_SUGGESTED
        ]
    more = []
    if "growth_gbps" not in said:
        faster = [rate for rate in rates() if rate > float(str(said["rate_gbps"]))]
        more += [f"growth {_word(rate)}" for rate in faster[-4:]]
    more += [
        words
        for key, words in _GOES_ON.items()
        if key not in said
    ]  # fmt: skip
    return tuple(f"{ahead}, {words}" for words in more)[:MOST_SUGGESTED]


_GOES_ON = {
    "circuits": "2 circuits",
    "redundant": "two routes",
    "strands_at_hand": "one strand",
    "outdoors": "outdoors",
    "budget": "tight budget",
}


def _word(rate_gbps: float) -> str:
    return f"{rate_gbps * 1000:g}M" if rate_gbps < 1 else f"{rate_gbps:g}G"


def _with_place(text: str, found: list[str], places: tuple[str, ...]) -> tuple[str, ...]:
    """The line up to the place that is being typed, with each name that it may become."""
    ahead, begun = text, ""
    words = re.split(r"(\s+)", text)
    for count in range(len(words), 0, -1):
        tail = "".join(words[-count:]).strip().lower()
        if tail and any(name.lower().startswith(tail) for name in places):
            done = any(name.lower() == tail for name in found)
            ahead = text if done else "".join(words[:-count])
            begun = "" if done else tail
            break
    rest = [name for name in places if name not in found]
    fitting = [name for name in rest if name.lower().startswith(begun)]
    ahead = ahead.rstrip()
    if found and not re.search(r"\b(?:to|and)$|[-–]$", ahead):
        ahead += " to"
    return tuple(f"{ahead} {name}".strip() for name in fitting)[:MOST_SUGGESTED]
