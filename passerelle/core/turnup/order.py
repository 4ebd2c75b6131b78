"""In which order devices are set, and how a live one far away is changed without being cut off."""

from collections.abc import Iterable
from dataclasses import dataclass

from .net import AT, Net, WayIn


@dataclass(frozen=True, slots=True)
class Turn:
    """A device in the order of setting. first : its only way in waits for the setting."""

    node: str
    way: WayIn
    first: bool


@dataclass(frozen=True, slots=True)
class ChangeStep:
    """A step of a change of what is live. cuts : the far device is not reached after it."""

    do: str
    why: str
    cuts: bool = False


def setting_order(net: Net, nodes: Iterable[str]) -> tuple[Turn, ...]:
    """Devices in the order in which they are set: farthest first, those with one way in before all.

    A nearer device that is set wrongly cuts off what lies behind it; the farther one is set while
    it can still be reached.
    """
    turns = [Turn(one, net.way(one), bool(net.way(one).only)) for one in dict.fromkeys(nodes)]
    return tuple(sorted(turns, key=lambda one: (not one.first, -(one.way.hops or 0), one.node)))


def change_steps(near: str, far: str, way: WayIn, minutes: float = 10.0) -> tuple[ChangeStep, ...]:
    """How the setting of a live link is changed at both ends.

    near, far : devices, as the order of setting has them. way : how the far one is reached.
    minutes : after which the far device goes back to its old settings by itself.
    """
    near, far = near.removeprefix(AT), far.removeprefix(AT)
    alone = bool(way.only) or way.hops is None
    steps = [
        ChangeStep(f"Keep the settings of {far} and {near} as they are: note, photo or file.",
                   "What is not written down cannot be put back."),
    ]  # fmt: skip
    if alone:
        steps += [
            ChangeStep(
                f"At {far}: have it return to the old settings in {minutes:g} min by itself, or "
                "have a person stand there.",
                "This link is its only way in: a wrong setting would need a trip.",
            ),
            ChangeStep(f"At {far}: try the way back once, before anything is changed.",
                       "A way back that was never tried is none."),
        ]  # fmt: skip
    steps += [
        ChangeStep(f"Change {far} first.",
                   "It is set while it can be reached; from here on it cannot.", cuts=alone),
        ChangeStep(f"Change {near}.", "Both ends say the same now, and the link comes back."),
        ChangeStep(f"See that {far} answers, levels as before, no errors.",
                   "Only then is the change good."),
    ]  # fmt: skip
    if alone:
        steps += [
            ChangeStep(f"Within {minutes:g} min: take the timed return of {far} off, and keep the "
                       "new settings there.", "Else it goes back by itself."),
            ChangeStep(f"Where {far} does not answer: put {near} back and wait {minutes:g} min.",
                       f"{far} returns to what it was, and the link with it."),
        ]  # fmt: skip
    else:
        steps.append(ChangeStep(f"Where it does not come back: reach {far} by its other way, and "
                                "put it back.", "It has one."))  # fmt: skip
    return tuple(steps)
