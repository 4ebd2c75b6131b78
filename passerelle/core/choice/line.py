"""One line of text that states a need: what it says, and how it may go on."""

import re

from .need import BUDGETS, rates


def read_line(text: str, places: tuple[str, ...]) -> dict[str, object]:
    """What one line says: 'Pier Office to Wet Lab 10G, growth 100G by 2031, 240 m, 2 circuits'.

    Places are known by name, whatever else the line holds; what is not said is left out.
    """
    said: dict[str, object] = {}
    found = _places(text, places)
    said |= dict(zip(("a_place", "b_place"), found, strict=False))
    rest = text
    for name in found:
        rest = re.sub(re.escape(name), " ", rest, flags=re.IGNORECASE)
    grows = re.search(r"(?i:growth|later|then|grows? to)\D{0,6}?" + _RATE, rest)
    if grows:
        said["growth_gbps"] = _gbps(grows[1], grows[2])
        rest = rest.replace(grows[0], " ")
    now = re.search(_RATE, rest)
    if now:
        said["rate_gbps"] = _gbps(now[1], now[2])
        rest = rest.replace(now[0], " ", 1)
    rest = rest.lower()
    year = re.search(r"\b(?:by|in|until|before)\s+(\d{4})\b", rest)
    if year:
        said["growth_by"] = int(year[1])
        rest = rest.replace(year[0], " ")
    far = re.search(r"(\d+(?:[.,]\d+)?)\s*(km|m|ft|feet)\b", rest)
    if far:
        factor = {"km": 1000.0, "m": 1.0}.get(far[2], 0.3048)
        said["distance_m"] = round(float(far[1].replace(",", ".")) * factor, 2)
    many = re.search(r"(\d+)\s*(?:x\b|circuits?|links?)", rest)
    if many:
        said["circuits"] = int(many[1])
    for key, pattern in _FLAGS.items():
        if re.search(pattern, rest):
            said[key] = True
    if re.search(r"\b(?:one|1|single)[ -]strand\b", rest):
        said["strands_at_hand"] = 1
    budget = re.search(rf"\b({'|'.join(BUDGETS)}) budget\b|\bbudget ({'|'.join(BUDGETS)})\b", rest)
    if budget:
        said["budget"] = budget[1] or budget[2]
    return said


_RATE = r"(\d+(?:[.,]\d+)?)\s*([GM])(?:b/s|bit/s|bps)?\b"
"""A capital M is mega, a small one metres."""

_FLAGS = {
    "same_rack": r"\b(?:same|one) rack\b",
    "outdoors": r"\boutdoors?\b|\bbetween buildings\b",
    "redundant": r"\bredundan\w+|\b(?:two|second|separate|diverse) routes?\b",
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
    found = [str(said[key]) for key in ("a_place", "b_place") if key in said]
    if len(found) < 2:
        return _with_place(text, found, places)
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
