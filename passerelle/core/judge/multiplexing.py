"""inline.*: wavelength multiplexers, through which several links share a strand."""

from passerelle.core.light.link import A, B, Budget
from passerelle.core.plan.lightpath import Segment
from passerelle.core.tables import STANDARD

from .findings import WARN, Finding, finding
from .sides import EXACT

NEAR_SHARE = STANDARD.planning["channel_edge_share"]
NEAR_COARSE_NM = STANDARD.planning["channel_edge_coarse_nm"]
HALF_WIDTH_NM = STANDARD.planning["channel_half_width_nm"]


def check_multiplexers(budget: Budget) -> list[Finding]:
    """Each light fits its channel, and what is brought together comes apart again."""
    parts = budget.link.path.parts
    at_of: dict[str | None, list[int]] = {}
    found = []
    for at, part in enumerate(parts):
        if not isinstance(part, Segment) or not part.channels:
            continue
        at_of.setdefault(part.line, []).append(at)
        found += _channels(budget, at, part)
    for line, places in at_of.items():
        if len(places) % 2:
            named = f" on {line}" if line else ""
            message = f"One multiplexer{named}: its counterpart at the other end is missing."
            found.append(finding("inline.unpaired", message, at=tuple(places)))
    return found


def _channels(budget: Budget, at: int, part: Segment) -> list[Finding]:
    row = budget.tables.parts.get(part.part or "")
    centres = dict(row.channels) if row else {}
    unknown = [name for name in part.channels if name not in centres]
    if unknown:
        listed = ", ".join(centres) or "none"
        message = f"Part {at + 1} has no channel {unknown[0]}; its channels: {listed}."
        return [finding("module.channel", message, at=(at,))]
    if row is None:
        return []
    width_nm = row.half_width_nm(HALF_WIDTH_NM)
    near_nm = NEAR_COARSE_NM if width_nm >= HALF_WIDTH_NM else NEAR_SHARE * width_nm
    passed = (
        f"channel {' and '.join(part.channels)} of part {at + 1} passes {width_nm:g} nm around "
        f"{' and '.join(f'{centres[n]:g}' for n in part.channels)}"
    )
    for side, module in zip((A, B), budget.modules, strict=True):
        ranges = module.tx_ranges_nm or tuple((nm, nm) for nm in module.tx_wavelengths_nm)
        for low, high in ranges:
            off_nm = min(max(centres[name] - low, high - centres[name]) for name in part.channels)
            if off_nm <= width_nm + EXACT:
                if low == high and off_nm > width_nm - near_nm + EXACT:
                    message = f"End {side} sends {low:g} nm, near the edge: {passed}."
                    edge = finding("module.channel", message, at=(at,), ends=(side,), severity=WARN)
                    return [edge]
                continue
            sent = f"{low:g} nm" if low == high else f"anywhere from {low:g} to {high:g} nm"
            message = f"End {side} sends {sent}; {passed}."
            if low < high:
                message += f" {module.application} is no module for this channel."
            return [finding("module.channel", message, at=(at,), ends=(side,))]
    return []
