"""Templates of identifiers: text with fields in braces, one for each kind of label.

Written as `cable: {space_a}/{space_b}-{n}; port: {space}-{panel}:{port}`.
"""

import re
from typing import Literal, get_args

LabelKind = Literal["space", "panel", "port", "cable", "strand", "cord", "closure", "module"]
FIELDS: dict[LabelKind, tuple[str, ...]] = {
    "space": ("place", "code", "floor"),
    "panel": ("space", "place", "panel"),
    "port": ("space", "place", "panel", "port"),
    "cable": ("cable", "space_a", "space_b", "a", "b", "n"),
    "strand": ("cable", "space_a", "space_b", "a", "b", "n", "strand"),
    "cord": ("link", "end", "space", "place", "n"),
    "closure": ("space", "place", "closure"),
    "module": ("link", "end", "space", "place"),
}
"""What each kind of label can say."""
TIA_606: dict[LabelKind, str] = {
    "space": "{code}",
    "panel": "{space}-{panel}",
    "port": "{space}-{panel}:{port}",
    "cable": "{space_a}/{space_b}-{n}",
    "strand": "{space_a}/{space_b}-{n}.{strand}",
    "cord": "{link} {end}{n}",
    "closure": "{space}-{closure}",
    "module": "{link} {end}",
}
"""The form of ANSI/TIA-606: space, panel and port; backbone cable by its two spaces."""
PLAN_NAMES: dict[LabelKind, str] = {
    "space": "{place}",
    "panel": "{panel}",
    "port": "{panel}:{port}",
    "cable": "{cable}",
    "strand": "{cable}/{strand}",
    "cord": "{link} {end}{n}",
    "closure": "{closure}",
    "module": "{link} {end}",
}
"""The plan's own names, for sites that are labelled so already."""


def read_templates(text: str) -> dict[LabelKind, str]:
    """Templates by kind. Raises ValueError with one sentence that names kind, field and choices."""
    found: dict[LabelKind, str] = {}
    kinds = get_args(LabelKind)
    for one in filter(None, (part.strip() for part in text.split(";"))):
        kind, colon, template = one.partition(":")
        known = next((k for k in kinds if k == kind.strip().lower()), None)
        if known is None or not colon:
            raise ValueError(
                f"'{kind[:30]}' is none of {', '.join(kinds)}; write the kind, a colon, the form"
            )
        template = template.strip()
        for name in re.findall(r"\{([^{}]*)\}", template):
            if name not in FIELDS[known]:
                raise ValueError(
                    f"'{name[:30]}' is no field of {known}: {', '.join(FIELDS[known])}"
                )
        rest = re.sub(r"\{[^{}]*\}", "", template)
        if not template or "{" in rest or "}" in rest:
            raise ValueError(f"the form of {known} has a brace too many or too few")
        found[known] = template
    return found


def templates_read(text: str) -> bool:
    """Whether templates can be read. Raises ValueError where not."""
    read_templates(text)
    return True
