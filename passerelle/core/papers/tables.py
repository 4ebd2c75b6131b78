"""Every table of a plan: what it says and what was worked out from it, for sheets and papers."""

from collections.abc import Iterable, Iterator, Mapping
from types import MappingProxyType

from passerelle.core.choice.prices import DEMO_PRICES, DEMO_WORK
from passerelle.core.judge.answering import answer, worst_direction
from passerelle.core.judge.wholeplan import PlanCheck
from passerelle.core.materials.materials import Materials
from passerelle.core.plan.backbone import Cable
from passerelle.core.plan.facts import Facts, TaskFact
from passerelle.core.plan.lightpath import Segment
from passerelle.core.plant.model import Plant, lengths
from passerelle.core.plant.panels import port_map
from passerelle.core.plant.strands import strands
from passerelle.core.visits.states import State, how_far
from passerelle.core.visits.tasks import Work, standing, work_of
from passerelle.core.words import in_metres
from passerelle.core.working import steps

from .table import Cell, Table, columns
from .testing import readings_table

Row = tuple[Cell, ...]
NOT_ASKED: Mapping[str, State] = MappingProxyType({})


def tables_of(check: PlanCheck, made: Materials, facts: Facts = Facts.NONE) -> tuple[Table, ...]:
    """All tables in the order of the job. made : the plan's materials, with their price book.

    facts : what was done, for how far things are.
    """
    plant, work = check.plant, work_of(check, made, facts)
    far = how_far(check, made, facts, work)
    return (
        links_table(check, far.links), places_table(plant), pathways_table(plant),
        cables_table(plant, far.cables),
        strands_table(plant), splices_table(plant), ports_table(plant), devices_table(check),
        copper_table(plant), findings_table(check), materials_table(made), cuts_table(made),
        not_known_table(made), prices_table(check, made), stock_table(check),
        tasks_table(check, work, facts), readings_table(check, facts),
    )  # fmt: skip


def links_table(check: PlanCheck, far: Mapping[str, State] = NOT_ASKED) -> Table:
    """Every link with its answer; the direction that decides gives the figures.

    far : how far each is, by its id.
    """
    rows = []
    for one in steps("Listing links", check.links):
        sums, worst = one.budget, worst_direction(one)
        link = sums.link
        margin = None if one.voided else worst.margin_db
        glass = " + ".join(fiber.name for fiber in sums.fibers) or None
        pieces = [part for part in link.path.parts if isinstance(part, Segment)]
        cables = [part.cable for part in pieces if part.cable is not None]
        limit = worst.limit.value_db if worst.limit else None
        rows.append((
            link.name, link.a.place, link.b.place, link.a.application, link.b.application, glass,
            ", ".join(dict.fromkeys(cables)) or None, sums.length_m, worst.wavelength_nm,
            worst.loss.on_basis(sums.rules.loss_basis), limit, margin, one.verdict, one.polarity,
            in_metres(answer(one)), far.get(link.id),
        ))  # fmt: skip
    head = columns(
        "Link", "From", "To", "What runs at from", "What runs at to", "Glass", "Cables",
        "Length [m]", "Wavelength [nm]", "Loss [dB]", "Limit [dB]", "Margin [dB]", "Verdict",
        "Polarity", "Answer", "State",
    )  # fmt: skip
    return Table("links", "Links", head, tuple(rows))


def places_table(plant: Plant) -> Table:
    """Places with their position, in metres or degrees as recorded."""
    head = columns("Place", "Kind", "East [m]", "North [m]", "Latitude", "Longitude", "Floor",
                   "Inside", "Surroundings", "Power", "Supply", "Notes")  # fmt: skip
    rows = tuple(
        (one.name, one.kind, one.x_m, one.y_m, one.latitude, one.longitude, one.floor, one.inside,
         one.surroundings, one.power, one.supply, one.notes)
        for one in plant.places.values()
    )  # fmt: skip
    return Table("places", "Places", head, rows)


def pathways_table(plant: Plant) -> Table:
    """Pathways as recorded."""
    head = columns("Pathway", "From", "To", "Length [m]", "Length known from", "Kind",
                   "Inner size [mm]", "Lies in", "Hazards", "Pull string", "Cables in it",
                   "Notes")  # fmt: skip
    rows = tuple(
        (one.name, one.a, one.b, one.length_m, one.length_from, one.kind, one.inner_mm,
         one.lies_in, ", ".join(one.hazards) or None, _yes(one.pull_string),
         ", ".join(cable.name for cable in plant.cables_in.get(one.name, ())) or None, one.notes)
        for one in plant.pathways.values()
    )  # fmt: skip
    return Table("pathways", "Pathways", head, rows)


def _yes(value: bool | None) -> str | None:
    return None if value is None else "yes" if value else "no"


def _end(cable: Cable, side: int) -> str | None:
    end = cable.ends[side]
    told = " ".join(word for word in (end.kind, end.connector) if word)
    where = f"panel {end.panel}, port {end.first_port}" if end.panel else ""
    return "; ".join(filter(None, (told, where))) or None


def cables_table(plant: Plant, far: Mapping[str, State] = NOT_ASKED) -> Table:
    """Cables with their lengths, ends and how many strands are in use. far : by id."""
    head = columns("Cable", "From", "To", "Glass", "Strands [#]", "In use [#]", "Construction",
                   "Length to order [m]", "Length of glass [m]", "Pathways", "It is there",
                   "End at from", "End at to", "State", "Notes")  # fmt: skip
    rows = []
    for one in plant.cables.values():
        known = lengths(plant, one)
        used = {n for _, use in plant.uses_of.get(one.name, ()) for n in use.strands}
        there = "yes" if one.existing else "only wished for" if one.wish else "no"
        rows.append((
            one.name, one.a, one.b, one.fiber, one.strands, len(used),
            one.type.name if one.type else None, known.order_m, known.glass_m,
            " > ".join(one.route) or None, there, _end(one, 0), _end(one, 1),
            far.get(one.id), one.notes,
        ))  # fmt: skip
    return Table("cables", "Cables", head, tuple(rows))


def strands_table(plant: Plant) -> Table:
    """Every strand of every cable: colours, ports at both ends, state and who runs on it."""
    head = columns("Cable", "Strand [#]", "Tube [#]", "Tube colour", "Strand colour", "From",
                   "Panel at from", "Port at from [#]", "To", "Panel at to", "Port at to [#]",
                   "State", "Links", "Note")  # fmt: skip
    return Table("strands", "Strands", head, tuple(strand_rows(plant, plant.cables.values())))


def strand_rows(plant: Plant, cables: Iterable[Cable]) -> Iterator[Row]:
    """Rows of the strands of some cables."""
    for cable in cables:
        for one in strands(plant, cable):
            yield (
                cable.name, one.number, one.tube, str(one.tube_colour), str(one.colour), cable.a,
                cable.ends[0].panel, one.ports[0], cable.b, cable.ends[1].panel, one.ports[1],
                one.state, ", ".join(one.links) or None, one.note,
            )  # fmt: skip


def splices_table(plant: Plant) -> Table:
    """Every strand that is spliced in a closure, with both cables' tubes and colours."""
    head = columns("Closure", "Place", "Cable", "Strand [#]", "Tube colour", "Strand colour",
                   "To cable", "To strand [#]", "To tube colour", "To strand colour",
                   "Kind")  # fmt: skip
    return Table("splices", "Splices", head, tuple(splice_rows(plant)))


def splice_rows(plant: Plant) -> Iterator[Row]:
    """A row for each strand that is spliced; colours None where a cable is not in the plan."""
    for closure in plant.closures.values():
        colours = {
            name: {one.number: one for one in strands(plant, plant.cables[name])}
            for splice in closure.splices
            for name in (splice.a, splice.b)
            if name in plant.cables
        }
        for splice in closure.splices:
            for n in range(splice.count):
                told: list[Cell] = []
                for name, at in ((splice.a, splice.a_first + n), (splice.b, splice.b_first + n)):
                    one = colours.get(name, {}).get(at)
                    told += [name, at, str(one.tube_colour) if one else None,
                             str(one.colour) if one else None]  # fmt: skip
                yield (closure.name, closure.place, *told, splice.kind)


def ports_table(plant: Plant) -> Table:
    """Ports of panels that strands end on."""
    head = columns("Place", "Panel", "Port [#]", "Cable", "Strands", "Links")
    rows = tuple(
        (one.place, one.panel, one.port, one.cable, ", ".join(map(str, one.strands)),
         ", ".join(one.links) or None)
        for one in port_map(plant)
    )  # fmt: skip
    return Table("ports", "Panel ports", head, rows)


def devices_table(check: PlanCheck) -> Table:
    """Devices and where they stand."""
    head = columns("Device", "Kind", "Place", "Stands", "Usual draw [W]", "Peak draw [W]", "Supply",
                   "Data sheet")  # fmt: skip
    rows = tuple(
        (one.name, one.sort, one.place, one.surroundings, one.draw_w, one.draw_peak_w, one.supply,
         one.sheet)
        for one in check.plan.devices
    )  # fmt: skip
    return Table("devices", "Devices", head, rows)


def copper_table(plant: Plant) -> Table:
    """Copper runs beside the glass."""
    head = columns("Copper run", "From", "To", "What", "Length [m]", "Count [#]", "It is there")
    rows = tuple(
        (one.name, one.a, one.b, one.what, one.length_m, one.count, _yes(one.existing))
        for one in plant.copper.values()
    )
    return Table("copper", "Copper runs", head, rows)


def findings_table(check: PlanCheck) -> Table:
    """Everything that was found, of links, of the plan and of what lies beside the links."""
    head = columns("About", "Severity", "Rule", "What was found", "What to do", "Source")
    rows: list[Row] = []
    for one in check.links:
        rows += [
            (
                one.budget.link.name,
                f.rule.severity,
                f.rule.id,
                in_metres(f.message),
                in_metres(f.do),
                f.source,
            )
            for f in one.findings
            if f.explained_by is None
        ]
    told = [(one.about, one.finding) for one in check.findings]
    told += [(one.name, one.finding) for one in check.backbone]
    rows += [
        (about, f.rule.severity, f.rule.id, in_metres(f.message), in_metres(f.do), f.source)
        for about, f in told
    ]
    return Table("findings", "Findings", head, tuple(rows))


def materials_table(made: Materials) -> Table:
    """The list of materials; an empty price is to be asked for."""
    head = columns("Item", "What", "Unit", "Key", "Needed [#]", "Waste [#]", "From stock [#]",
                   "Buy [#]", "Price each [money]", "Total [money]", "For",
                   "Uncertain")  # fmt: skip
    rows = tuple(
        (one.item, one.what, one.unit, one.key, one.needed, one.waste, one.stock, one.buy,
         one.price, one.total, ", ".join(one.reasons),
         "a length is a guess" if one.guessed else None)
        for one in made.lines
    )  # fmt: skip
    return Table("materials", "Materials", head, rows)


def cuts_table(made: Materials) -> Table:
    """What is cut from which reel, in order, and what is left on it."""
    head = columns("Reel", "To buy", "Construction", "Reel length [m]", "Cable", "From metre [m]",
                   "To metre [m]", "Length [m]")  # fmt: skip
    rows: list[Row] = []
    for reel in made.cuts:
        at, bought = 0.0, "yes" if reel.bought else "no"
        same = (reel.reel, bought, reel.type, reel.length_m)
        for piece in reel.pieces:
            rows.append((*same, piece.cable, at, at + piece.length_m, piece.length_m))
            at += piece.length_m
        rows.append((*same, "left over", at, reel.length_m, reel.left_m))
    return Table("cuts", "Cut plan", head, tuple(rows))


def not_known_table(made: Materials) -> Table:
    """What nothing was counted for, and why: the list of materials is short of it."""
    rows = [(one.cable, one.why) for one in made.not_cut]
    rows += [(one.name, one.said) for one in made.open]
    return Table("not-counted", "Not counted", columns("About", "Why"), tuple(rows))


def prices_table(check: PlanCheck, made: Materials) -> Table:
    """The price book as the plan has it: demo prices are marked, they are invented."""
    own = check.plan.prices.by_name
    head = columns("Key", "What", "Price each [money]", "Minutes [min]", "Date", "Source")
    rows: list[Row] = []
    for key in (*made.book.prices, *(k for k in made.book.minutes if k not in made.book.prices)):
        doc, row = own.get(key), DEMO_PRICES.get(key) or DEMO_WORK.get(key)
        source = doc.source if doc is not None else "demo price, invented"
        price, minutes = made.book.prices.get(key), made.book.minutes.get(key)
        rows.append(
            (key, row.what if row else None, price, minutes, doc.date if doc else None, source)
        )
    return Table("prices", "Price book", head, tuple(rows))


def tasks_table(check: PlanCheck, work: Work, facts: Facts = Facts.NONE) -> Table:
    """What is to be done, in the visits that were taken; what it waits for, and what stops it."""
    noted = standing(facts)
    blocked = {one.key: why for one, why in work.blocked}
    visits = {key: one for one in check.plan.visits for key in one.tasks}
    head = columns("Visit", "Day [#]", "Task", "Kind", "At", "People [#]", "Minutes of one [min]",
                   "From", "Waits for", "Blocked", "What became of it", "Minutes taken [min]",
                   "Note")  # fmt: skip
    rows: list[Row] = []
    for key, one in work.all.items():
        visit = visits.get(key)
        waits = ", ".join(work.all[w.key].name for w in one.after if w.key in work.all)
        rows.append((
            visit.name if visit else None, visit.day if visit else None, one.name, one.kind,
            ", ".join(one.at) or "anywhere", one.people, one.minutes, one.quantity, waits or None,
            in_metres(blocked[key]) if key in blocked else None, *_became(noted.get(key)),
        ))  # fmt: skip
    return Table("tasks", "Tasks", head, tuple(rows))


def stock_table(check: PlanCheck) -> Table:
    """Parts and reels at hand."""
    head = columns("Key", "At hand [#]", "Unit", "Where", "Notes")
    rows: list[Row] = [
        (one.name, one.count, None, one.where, one.notes) for one in check.plan.stock
    ]
    rows += [
        (f"reel {one.name}: {one.type}", one.length_m, "m", None,
         f"{one.strands} strands" if one.strands else "strands not recorded")
        for one in check.plan.reels
    ]  # fmt: skip
    return Table("stock", "Stock at hand", head, tuple(rows))


def _became(fact: TaskFact | None) -> Row:
    return (None, None, None) if fact is None else (fact.state, fact.minutes, fact.note)
