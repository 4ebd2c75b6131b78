"""Simulated plants with known faults: is each fault named? A confusion table over seeded cases."""

from collections import Counter, defaultdict
from collections.abc import Callable
from random import Random

from passerelle.core.judge.wholeplan import PlanCheck, check
from passerelle.core.measuring.meanings import meanings
from passerelle.core.measuring.sheet import Sheet, sheets_of
from passerelle.core.plan.fact import About
from passerelle.core.plan.facts import Facts
from passerelle.core.plan.testing import Direction, ReadingFact
from passerelle.demo_data import demo_plan
from passerelle.instruments.hidden import Fault, Hidden

AT = "2026-03-02T09:00:00Z"
GAPS = ("test.wavelength-missing", "test.direction-missing", "test.not-inspected", "test.unproven")
WAYS: tuple[Direction, ...] = ("a-b", "b-a")
Made = tuple[Hidden, bool]
"""A plant, and whether two columns are swapped as it is read."""


def readings(sheet: Sheet, hidden: Hidden, *, swapped: bool = False) -> list[ReadingFact]:
    """What a careful person reads of every cell of a sheet."""
    found = []
    for row in sheet.rows:
        nms = sorted({cell.at.nm for cell in row.cells})
        for cell in row.cells:
            loss = hidden.loss_db(row.run, cell.at.nm, cell.direction, row.tested.method)
            nm = nms[-1 - nms.index(cell.at.nm)] if swapped else cell.at.nm
            found.append(ReadingFact(
                about=About("cable", sheet.about[1]), at=AT, who="bench", kind="reading",
                run=row.run.id, called=row.run.name, nm=nm, direction=cell.direction,
                result="read" if loss is not None else "no light",
                loss_db=None if loss is None else round(loss, 2), method=row.tested.method,
                inspected=True, seen_at=hidden.seen_at(row.run) if loss is None else None,
                length_m=round(hidden.length_m(row.run), 1), simulated=True,
            ))  # fmt: skip
    return found


def _dirty(sheet: Sheet, chance: Random) -> Made:
    row = chance.choice(sheet.rows)
    return _one(Fault("dirty end", row.run.id, chance.uniform(0.9, 2.0)))


def _bend(sheet: Sheet, chance: Random) -> Made:
    row = chance.choice(sheet.rows)
    return _one(Fault("bend", row.run.id, chance.uniform(0.0, 0.1), chance.uniform(0.4, 2.0)))


def _break(sheet: Sheet, chance: Random) -> Made:
    return _one(Fault("break", chance.choice(sheet.rows).run.id))


def _crossed(sheet: Sheet, chance: Random) -> Made:
    at = chance.randrange(len(sheet.rows) - 1)
    one, two = sheet.rows[at].run, sheet.rows[at + 1].run
    return Hidden(faults=(
        Fault("crossed", one.id, other=two.strand), Fault("crossed", two.id, other=one.strand)
    )), False  # fmt: skip


def _reference(sheet: Sheet, chance: Random) -> Made:
    off = chance.choice((-1, 1)) * chance.uniform(0.4, 0.9)
    return Hidden(references={chance.choice(WAYS): off}), False


def _port(sheet: Sheet, chance: Random) -> Made:
    at, db = 2 * chance.randrange(len(sheet.rows) // 2), chance.uniform(0.8, 1.6)
    return Hidden(faults=tuple(
        Fault("dirty end", row.run.id, db + chance.uniform(-0.1, 0.1))
        for row in sheet.rows[at : at + 2]
    )), False  # fmt: skip


def _row(sheet: Sheet, chance: Random) -> Made:
    tube, db = chance.randrange(len(sheet.rows) // 12), chance.uniform(0.7, 1.5)
    return Hidden(faults=tuple(
        Fault("bad joint", row.run.id, db) for row in sheet.rows[12 * tube : 12 * tube + 12]
    )), False  # fmt: skip


def _core(sheet: Sheet, chance: Random) -> Made:
    row, way = chance.choice(sheet.rows), chance.choice(WAYS)
    return _one(Fault("core mismatch", row.run.id, chance.uniform(0.5, 0.9), direction=way))


def _short(sheet: Sheet, chance: Random) -> Made:
    return _one(Fault("short", chance.choice(sheet.rows).run.id, at=chance.uniform(0.5, 0.9)))


def _swapped(sheet: Sheet, chance: Random) -> Made:
    return Hidden(), True


def _nothing(sheet: Sheet, chance: Random) -> Made:
    return Hidden(), False


def _one(fault: Fault) -> Made:
    return Hidden(faults=(fault,)), False


CASES: dict[str, tuple[Callable[[Sheet, Random], Made], str, tuple[str, ...]]] = {
    "nothing wrong": (_nothing, "H-06", ("none",)),
    "dirt on one end": (_dirty, "H-06", ("test.over-limit", "test.far-from-prediction",
                                         "test.sibling")),
    "a bend": (_bend, "H-06", ("test.bend-sign",)),
    "a break": (_break, "H-06", ("test.no-light",)),
    "two strands crossed": (_crossed, "H-06", ("test.crossed-strands",)),
    "a wrong reference": (_reference, "H-06", ("test.reference",)),
    "one port": (_port, "H-06", ("test.same-end",)),
    "a whole tube": (_row, "R-01", ("test.row",)),
    "all that there is": (_row, "P-07 P-08", ("test.row",)),
    "one way only": (_core, "H-06", ("test.directions-differ",)),
    "another length": (_short, "H-06", ("test.length-differs",)),
    "swapped columns": (_swapped, "P-07 P-08", ("test.columns-swapped",)),
}  # fmt: skip


def named(judged: PlanCheck, sheet: Sheet, hidden: Hidden, swapped: bool) -> str:
    """The rule that leads what is said, of those that name a fault."""
    facts = Facts.of(readings(sheet, hidden, swapped=swapped))
    (made,) = sheets_of(judged, facts, only=sheet.key).sheets
    for one in meanings(made):
        if one.finding.explained_by is None and one.finding.rule.id not in GAPS:
            return one.finding.rule.id
    return "none"


def confusion(cases: int) -> dict[str, Counter[str]]:
    """What was said of each kind of fault, over so many seeded cases of all kinds together."""
    judged = check(demo_plan())
    sheets = {one.name: one for one in sheets_of(judged, Facts.NONE).sheets}
    found: defaultdict[str, Counter[str]] = defaultdict(Counter)
    kinds = list(CASES)
    for seed in range(cases):
        kind = kinds[seed % len(kinds)]
        make, name, _ = CASES[kind]
        hidden, swapped = make(sheets[name], Random(seed))
        hidden = Hidden(seed, hidden.faults, hidden.references)
        found[kind][named(judged, sheets[name], hidden, swapped)] += 1
    return dict(found)


def main(cases: int = 1000) -> None:
    """Print the table."""
    for kind, said in confusion(cases).items():
        right = sum(said[rule] for rule in CASES[kind][2])
        rest = ", ".join(
            f"{rule} {n}" for rule, n in said.most_common() if rule not in CASES[kind][2]
        )
        print(f"{kind:22} {right:4} of {said.total():4} named" + (f"; else {rest}" if rest else ""))


if __name__ == "__main__":
    main()
