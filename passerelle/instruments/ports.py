"""The simulated switches at both ends of a link: memories, lamps and counters of a hidden truth.

A seed draws what keeps a link from coming up, by the weights of the hunt's table; seed 0 hides
nothing. What is done to the link, and told here, may bring it up, as the table says it would.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from passerelle.core.hunting.causes import Cause, causes
from passerelle.core.hunting.odds import lamp_off, looked_likelihood, sends_nothing, shares
from passerelle.core.hunting.seen import SIDES, STEPS_DONE
from passerelle.core.judge.check import LinkCheck
from passerelle.core.light.link import Direction
from passerelle.core.light.modules import End, Module, resolve
from passerelle.core.plan.ends import Side
from passerelle.core.tables import SINGLE_MODE
from passerelle.core.tables.hunting import CAUSES, SIGHTS

from .hidden import Hidden
from .pages import MAKER, Telling, pages, usual_form
from .protocol import AskError, number

Links = Callable[[], Mapping[str, LinkCheck]]
OFF_DB, METER_DB = 0.4, 0.6
"""Spread of what modules send, and of what their meters tell. Invented. [dB]"""
MISTAKEN = ("10GBASE-LR", "10GBASE-SR")
"""What sits there instead where another module than planned does: the first that is another."""
LOW_DB = 5.0
WRONG_BITS = 1e-9
"""By how much a level is low where something is in the way, and wrong bits then. Invented."""


@dataclass(frozen=True, slots=True)
class HiddenLink:
    """A link as it really is. done : what was done to it, in order. cause : None: nothing is."""

    check: LinkCheck
    hidden: Hidden
    cause: Cause | None
    done: tuple[str, ...] = ()

    @property
    def mended(self) -> bool:
        """Whether nothing keeps it down any more."""
        if self.cause is None:
            return True
        return any(
            one == f"repair {self.cause.row.id}" or self._helps(one) for one in self.done
        )  # fmt: skip

    def _helps(self, act: str) -> bool:
        cause = self.cause
        if cause is None or act not in STEPS_DONE or any(act == row.said for row in SIGHTS):
            return False
        stays = looked_likelihood(cause, act)
        return self._chance("act", act) >= stays

    def _chance(self, *about: object) -> float:
        return self.hidden.chance("link", self.check.budget.link.id, *about).random()

    def _spread(self, *about: object) -> float:
        return self.hidden.chance("link", self.check.budget.link.id, *about).gauss(0.0, 1.0)

    def fitted(self, end: Side) -> Module:
        """The module that really sits at an end."""
        planned = self.check.budget.modules
        mine, other = planned if end == "a" else planned[::-1]
        if self.mended or self.cause is None:
            return mine
        if self.cause.row.id == "same-side" and end == "b":
            return other
        if self.cause.row.id == "wrong-module" and self.cause.end == end:
            return resolve(End(next(one for one in MISTAKEN if one != mine.application)))
        return mine

    def sent(self, end: Side, lane: int) -> float | None:
        """What an end's lane sends. None: nothing. [dBm]"""
        module = self.fitted(end)
        cause = None if self.mended else self.cause
        if cause is not None and self._chance("tx", end) < sends_nothing(cause, end):
            return None
        low, high = module.launch_min_dbm, module.launch_max_dbm
        middle = -3.0 if low is None or high is None else low + 0.6 * (high - low)
        return middle + OFF_DB * self._spread("sends", end, lane)

    def got(self, end: Side, lane: int) -> float | None:
        """What an end's lane tells that it receives. None: no light. [dBm]"""
        way = next(one for one in self.check.budget.directions if one.sender != end)
        state = self._state(end)
        sent = self.sent(way.sender, lane)
        if sent is None or state == "none":
            return None
        level = sent - (_loss(way) or 3.0) + METER_DB * self._spread("tells", end, lane)
        if state == "low":
            level -= LOW_DB + self._spread("low", end)
        elif state == "high":
            most = way.receive_max_dbm
            level = (most if most is not None else level + 3.0) + 1.0
        return level

    def _state(self, end: Side) -> str:
        if self.mended or self.cause is None:
            return "normal"
        share = shares(self.cause, end)
        left = self._chance("state", end)
        for name, part in share.items():
            left -= part
            if left < 0:
                return name
        return "normal"

    def lit(self, end: Side) -> bool:
        """Whether an end's lamp is on."""
        if self.mended or self.cause is None:
            return True
        return self._chance("lamp") >= lamp_off(self.cause)

    def errors(self, end: Side, seconds: float) -> int:
        """How many errors are counted in a time."""
        if self.mended or self.cause is None or self._chance("errors") >= self.cause.row.errors:
            return 0
        module = self.check.budget.modules[SIDES.index(end)]
        return max(1, int(module.rate_gbps * 1e9 * WRONG_BITS * seconds))

    def sees(self, sight: str) -> str:
        """What is seen either way: red light, a trace."""
        row = next(one for one in SIGHTS if one.said == sight)
        share = row.default if self.mended or self.cause is None else (
            row.shares.get(self.cause.row.id, row.default))  # fmt: skip
        return row.said if self._chance("sight", sight) < share else row.otherwise or "not clean"

    def memory(self, end: Side) -> bytes:
        """The memory of the module at an end."""
        sums = self.check.budget
        module, end_of = self.fitted(end), sums.link.a if end == "a" else sums.link.b
        lanes = range(max(1, module.lanes if module.parent is None else 1))
        device = end_of.device
        coding = device.coding if device is not None and device.coding else MAKER
        told = Telling(
            coding, f"SIM-{module.application}"[:16], _serial(sums.link.id, end),
            tuple(self.sent(end, n) for n in lanes), tuple(self.got(end, n) for n in lanes),
            bias_ma=_bias(module), temperature_c=36.0 + 3 * self._spread("warm", end),
        )  # fmt: skip
        form = end_of.fitted_form or usual_form(module)
        return pages(module, form, SINGLE_MODE in module.modes, told)


def _bias(module: Module) -> float:
    return 30.0 if SINGLE_MODE in module.modes else 7.0


def _serial(link: str, end: Side) -> str:
    return f"SIM{link[-6:].upper()}{end.upper()}"


def _loss(way: Direction) -> float | None:
    return way.loss.typical


def hidden_link(check: LinkCheck, hidden: Hidden, done: tuple[str, ...] = ()) -> HiddenLink:
    """A link of a hidden plant. Seed 0 hides nothing; another one cause, by the table's weights."""
    cause = None
    if hidden.seed:
        chance = hidden.chance("cause", check.budget.link.id)
        found = causes(check)
        cause = chance.choices(found, [one.weight for one in found])[0]
    return HiddenLink(check, hidden, cause, done)


@dataclass
class Ports:
    """The switches at both ends of every link."""

    hidden: Hidden
    links: Links
    done: dict[str, tuple[str, ...]] = field(default_factory=dict)

    def ask(self, words: list[str]) -> str:
        """`link ID do WHAT`, `link ID memory END`, `link ID lamp END`, and so on."""
        if len(words) < 3:
            raise AskError("a link is asked: ID do WHAT, memory END, lamp END, errors END SECONDS")
        key, act, rest = words[0], words[1], words[2:]
        check = self.links().get(key)
        if check is None:
            raise AskError(f"there is no link {key[:40]!r} here")
        mine = hidden_link(check, self.hidden, self.done.get(key, ()))
        if act == "do":
            return self._do(mine, key, " ".join(rest))
        if act == "see":
            return self._see(mine, " ".join(rest))
        if rest[0] not in SIDES:
            raise AskError(f"{rest[0][:10]!r} is neither end a nor end b")
        end: Side = "a" if rest[0] == "a" else "b"
        if act == "memory":
            return f"hex {mine.memory(end).hex()}"
        if act == "lamp":
            return "on" if mine.lit(end) else "off"
        if act == "errors" and len(rest) == 2:
            return f"errors {mine.errors(end, number(rest[1], 'seconds', 0, 1e6))}"
        raise AskError(f"{act[:20]!r} is not asked of a link: do, see, memory, lamp or errors")

    def _do(self, mine: HiddenLink, key: str, what: str) -> str:
        known = what in STEPS_DONE or what.removeprefix("repair ") in CAUSES
        if not known:
            raise AskError(f"{what[:40]!r} is not done to a link here")
        self.done[key] = (*mine.done, what)
        after = hidden_link(mine.check, self.hidden, self.done[key])
        return "up" if after.mended else "as before"

    def _see(self, mine: HiddenLink, what: str) -> str:
        if what not in (row.said for row in SIGHTS):
            raise AskError(f"{what[:40]!r} is nothing to see here")
        return mine.sees(what)
