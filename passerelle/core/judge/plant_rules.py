"""Rules of the backbone: cables, routes, pulls, reels, power; what decides first comes first."""

from .rule import NOTE, STOP, WARN, Rule

SURVEY, ROUTE = "survey", "route"

PLANT_RULES = (
    Rule(
        "cable.strand-clash", STOP, "One strand in two links",
        "A strand carries one link; a second one on it takes the first off the air.",
        "Take the next free strands for one of them.",
        "the plan's strand table", ROUTE,
    ),
    Rule(
        "cable.strand-short", STOP, "The cable has too few strands",
        "More links are planned through the cable than it has strands.",
        "Use one-strand modules, a wavelength multiplexer, or a second cable.",
        "the plan's strand table", ROUTE,
    ),
    Rule(
        "cable.conductive-with-power", STOP, "Metal in a raceway with power",
        "A sheath with metal in it can take up a fault current and carry it into the equipment "
        "room. By code only non-conductive cable may share a raceway with power, and only where "
        "the local code lets it.",
        "Use an all-dielectric cable, or another pathway. The local authority decides.",
        "NEC 770.133; local codes decide", ROUTE,
    ),
    Rule(
        "cable.environment", STOP, "The sheath is not made for this place",
        "Water, sun and soil take an unfit sheath apart within a few seasons, and the strands "
        "with it.",
        "Use a cable made for it, or another pathway.",
        "cable table and the surveyed surroundings", ROUTE,
    ),
    Rule(
        "route.gap", STOP, "The route has a gap",
        "The pathways do not join into one way from end to end: the cable cannot be pulled so.",
        "Add the missing pathway, or choose those that join.",
        "the recorded pathways", ROUTE,
    ),
    Rule(
        "route.fill", STOP, "The pathway is too full",
        "Over the limit cables jam and chafe while they are pulled, and the next one never fits.",
        "Use another pathway, a thinner cable, or take out what is abandoned.",
        "NEC chapter 9 table 1, as practice for fiber; local codes decide", SURVEY,
    ),
    Rule(
        "pull.tension", STOP, "The pull is too hard for this cable",
        "Over its rating the cable stretches; strands break, at once or years later.",
        "Feed from the other end, pull out in between, use lubricant, or ease the bends.",
        "capstan equation; rating of the cable", ROUTE,
    ),
    Rule(
        "pull.bend", STOP, "A bend is too tight for this cable",
        "Bent tighter than its minimum the cable kinks, and the strands leak light or break.",
        "Use a wider bend or a cable that bends tighter.",
        "TIA-568.3 bend radii, or the data sheet", ROUTE,
    ),
    Rule(
        "reel.short", STOP, "No reel is long enough",
        "A splice that nobody planned, in a place that nobody chose.",
        "Order the length, or plan a splice in a chamber on the way.",
        "the plan's reels", ROUTE,
    ),
    Rule(
        "power.drop", STOP, "Too little voltage arrives",
        "A device below its least voltage resets when it draws most: at start, or in the cold.",
        "Thicker or more conductors, a higher source voltage, or a local supply. Licensed "
        "electricians and the local code decide.",
        "Ohm's law over the copper, IEC 60028", SURVEY,
    ),
    Rule(
        "power.poe-distance", STOP, "Too far for power over a pair",
        "Twisted pair carries data and power over 100 m; beyond it neither is assured.",
        "A local supply with a rugged injector, or copper in a composite cable.",
        "ISO/IEC 11801-1, IEEE 802.3 clauses 33 and 145", SURVEY,
    ),
    Rule(
        "power.load", STOP, "The device takes more than arrives",
        "The class leaves less at the device than it takes: it is cut off, or never starts.",
        "A higher class, or a local supply.",
        "IEEE 802.3 clauses 33 and 145", SURVEY,
    ),
    Rule(
        "power.unknown", WARN, "Power at the far end is not settled",
        "A link without power at its far end is dark too.",
        "Enter what is missing, or look on site.",
        "the survey", SURVEY,
    ),
    Rule(
        "route.shared-fate", WARN, "The redundant links fail together",
        "Links that stand in for each other must share nothing, or one digger, one burst pipe or "
        "one fire takes them all.",
        "Move one of them to a route of its own.",
        "the recorded routes", ROUTE,
    ),
    Rule(
        "route.unproven", WARN, "It is not known whether the redundant links share a route",
        "A link without a cable on a route may run anywhere.",
        "Give each link of the group its strands.",
        "the recorded routes", ROUTE,
    ),
    Rule(
        "route.length", WARN, "The cable is shorter than its route",
        "Route and slack together are longer than the cable: it does not reach, or has no slack.",
        "Order it longer, or shorten the route.",
        "route length and slack", ROUTE,
    ),
    Rule(
        "route.jam", WARN, "Three cables may jam",
        "Three cables of one size wedge side by side in a bend when the bore is about three times "
        "their diameter.",
        "Use another bore, or pull them one after the other with lubricant.",
        "NEC chapter 9 table 1, informational note", SURVEY,
    ),
    Rule(
        "cable.flame", WARN, "The flame rating is too low for this space",
        "A sheath burns with the building. Plenum goes before riser, riser before general; outdoor "
        "cable is mostly unlisted and may only run a short way indoors.",
        "Use a listed cable, or hand over to one where it enters. The local authority decides.",
        "NEC 770.179, 770.48; local codes decide", ROUTE,
    ),
    Rule(
        "cable.bonding", WARN, "Metal armour without bonding noted",
        "Unbonded armour brings lightning and faults from outdoors into the room.",
        "Bond it where it enters, by a licensed person, and note it.",
        "NEC 770.93 and 770.100; local codes decide", ROUTE,
    ),
    Rule(
        "cable.aerial", WARN, "The cable may not carry this span",
        "A cable without a strength member of its own sags and creeps; wind and ice do the rest.",
        "Use a self-supporting cable for the span, or lash it to a messenger.",
        "cable table; the data sheet gives the span", ROUTE,
    ),
    Rule(
        "cable.spare-none", WARN, "No spare strand",
        "Glass is cheap while walls and trenches are open; the first broken strand means a new "
        "cable.",
        "Take the next size up.",
        "house rule: spare strands", ROUTE,
    ),
    Rule(
        "pull.sidewall", WARN, "The cable is pressed hard in a bend",
        "Tension over bend radius crushes the sheath against the wall of the bend.",
        "Less tension, or a wider bend.",
        "the cable's data sheet", ROUTE,
    ),
    Rule(
        "pull.turns", WARN, "Too many bends in one pull",
        "Each bend multiplies the tension; over 360 degrees a pull point is asked for.",
        "Pull out at a box or chamber in between.",
        "NEC: 360 degrees between pull points; TIA-569: 180 in premises", ROUTE,
    ),
    Rule(
        "pull.head", WARN, "The pulling head is wider than the free bore",
        "A factory-terminated end that does not pass means cutting it off and splicing.",
        "Use another pathway, a smaller head, or pigtails.",
        "size of the head and what lies in the pathway", ROUTE,
    ),
    Rule(
        "cable.spare-low", NOTE, "Few spare strands",
        "What people regret afterwards is nearly always a place that got too few strands.",
        "Take the next size up while it is cheap.",
        "house rule: spare strands", ROUTE,
    ),
    Rule(
        "cable.single-drop", NOTE, "One strand pair alone",
        "Where two strands fit, four cost nearly the same; a place with one pair has no second "
        "chance.",
        "Never pull one pair where two will fit.",
        "practice", ROUTE,
    ),
    Rule(
        "cable.armour-rodents", NOTE, "Rodents, and no armour",
        "Teeth go through plain sheaths.",
        "Use an armoured cable or a closed metal conduit; mind bonding.",
        "practice", ROUTE,
    ),
    Rule(
        "route.single-entry", NOTE, "One way in",
        "A place with a redundant link and a single pathway loses both to whatever takes it.",
        "Plan a second entry, far from the first.",
        "the recorded pathways", SURVEY,
    ),
    Rule(
        "pull.direction", NOTE, "The other end is the easier one to feed from",
        "Bends near the feed end cost little; near the pulling end they multiply all that is "
        "behind them.",
        "Set the reel up at the other end.",
        "capstan equation, both directions", ROUTE,
    ),
    Rule(
        "pull.unknown", NOTE, "The pull cannot be worked out",
        "Mass, rating or bend radius of the cable is only on its data sheet.",
        "Enter the cable from its data sheet.",
        "cable table", ROUTE,
    ),
    Rule(
        "reel.leftover", NOTE, "A leftover that would do for an extra run",
        "A usable end is worth pulling somewhere as a spare.",
        "Pull it while the crew and the reel are there.",
        "the plan's reels", ROUTE,
    ),
)  # fmt: skip
