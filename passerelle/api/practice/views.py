"""Drills and grades as the API says them."""

from passerelle.core.words import counted
from passerelle.practice.catalog import Ready
from passerelle.practice.drill import Line, Shown, Unsafe, unsafe
from passerelle.practice.grading import Grade, Spent

from . import schemas


def ref_of(ready: Ready, plan_id: int | None) -> schemas.DrillRef:
    """Which drill it is."""
    one = ready.drill
    return schemas.DrillRef(
        kind=one.kind, level=one.level, seed=one.seed, plan_id=plan_id, link_id=ready.own
    )


def line_view(line: Line | None) -> schemas.DrillLine | None:
    """A trace, for the screen."""
    if line is None:
        return None
    return schemas.DrillLine(name=line.name, step_m=line.step_m, level_db=list(line.level_db))


def posed_view(ready: Ready, plan_id: int | None) -> schemas.PosedDrill:
    """A drill as it is put."""
    posed = ready.kind.pose(ready.known)
    asked = posed.asked
    return schemas.PosedDrill(
        drill=ref_of(ready, plan_id), name=ready.kind.name, teaches=ready.kind.teaches,
        level_says=ready.kind.levels[ready.drill.level - 1], title=posed.title,
        scene=list(posed.scene), how=asked.how, asked=asked.text, unit=asked.unit,
        choices=[schemas.DrillChoice(id=one.id, label=one.label, more=one.more)
                 for one in asked.choices],
        acts=[schemas.DrillAct(id=one.id, do=one.do, minutes=one.minutes, matings=one.matings,
                              part=one.part, repeats=one.repeats) for one in posed.acts],
        table=None if posed.table is None else schemas.DrillTable(
            head=list(posed.table.head), rows=[list(row.cells) for row in posed.table.rows]),
        line=line_view(posed.line),
    )  # fmt: skip


def look_view(ready: Ready, act: str, shown: Shown) -> schemas.DrillLook:
    """What an act showed."""
    posed = ready.kind.pose(ready.known)
    mine = next(one for one in posed.acts if one.id == act)
    return schemas.DrillLook(act=act, said=shown.said, minutes=mine.minutes, matings=mine.matings,
                            line=line_view(shown.line))  # fmt: skip


def _unsafe(one: Unsafe | None) -> schemas.UnsafeMove | None:
    if one is None:
        return None
    return schemas.UnsafeMove(do=one.do, why=one.why, source=one.source)


def _spent(one: Spent) -> schemas.DrillSpent:
    return schemas.DrillSpent(
        minutes=one.minutes, matings=one.matings, wasted=list(one.wasted),
        unsafe=[schemas.UnsafeMove(do=u.do, why=u.why, source=u.source) for u in one.unsafe],
    )  # fmt: skip


def headline(grade: Grade) -> str:
    """The grade in one sentence, answer first."""
    told = "Right" if grade.right else "Not right"
    mine, best = grade.spent, grade.best.spent
    if grade.right and (mine.minutes or best.minutes):
        told += f", in {mine.minutes:g} min; the tool takes {best.minutes:g}"
    if mine.wasted:
        told += f"; {counted(len(mine.wasted), 'part')} wasted"
    if mine.unsafe:
        told += f"; {counted(len(mine.unsafe), 'unsafe move')}"
    return told + "."


def grade_view(ready: Ready, grade: Grade, note: str = "") -> schemas.DrillGrade:
    """A drill that was answered."""
    posed = ready.kind.pose(ready.known)
    acts = {one.id: one for one in posed.acts}
    return schemas.DrillGrade(
        right=grade.right, clean=grade.clean, headline=headline(grade), given=grade.given,
        wanted=grade.wanted, said=grade.revealed.said, topic=grade.revealed.topic,
        spent=_spent(grade.spent), best=_spent(grade.best.spent), best_right=grade.best.right,
        steps=[schemas.DrillStep(do=one.do, said=one.said, as_best=one.as_best, instead=one.instead,
                                unsafe=_unsafe(one.unsafe)) for one in grade.steps],
        best_steps=[schemas.BestStep(do=acts[look.act].do, said=look.shown.said,
                                     minutes=acts[look.act].minutes)
                    for look in grade.best.seen if unsafe(look.act) is None],
        why=[schemas.DrillWhy(text=one.text, rule=one.rule, source=one.source)
             for one in grade.revealed.why],
        note=note,
    )  # fmt: skip
