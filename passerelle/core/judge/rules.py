"""The registry: every rule that the tool knows.

Rule ids are part of the open interface: they stay as they are. `stop` = the link does not work, is
unsafe or breaks code; `warn` = it may not work, or hurts later; `note` = worth knowing. The order
is that of what decides first within a severity.
"""

from .plant_rules import PLANT_RULES
from .rule import NOTE, SEVERITIES, STOP, WARN, Rule

__all__ = ["NOTE", "RULES", "SEVERITIES", "STOP", "WARN", "Rule"]

_RULES = (
    Rule(
        "module.rate-mismatch", STOP, "The ends run at different speeds",
        "Optical ports do not negotiate speed: two rates never bring a link up.",
        "Fit modules of one application at both ends.",
        "IEEE 802.3: one PMD at both ends",
    ),
    Rule(
        "module.pmd-mismatch", STOP, "The ends run different applications",
        "Same speed is not enough: wavelength, launch and coding differ from one application to "
        "the next.",
        "Fit modules of one application at both ends.",
        "IEEE 802.3: one PMD at both ends",
    ),
    Rule(
        "module.bidi-pair", STOP, "One-strand modules do not cross",
        "Each end must receive the wavelength that the other sends; two of the same side are both "
        "deaf to each other.",
        "Swap one module for its counterpart.",
        "IEEE 802.3 clauses 58 and 59: -D pairs with -U",
    ),
    Rule(
        "module.mode", STOP, "Module and glass are of different modes",
        "A single-mode module into multimode glass, or the reverse, loses most of the light in one "
        "direction or smears the pulses in the other.",
        "Use glass that the application is made for, or another application.",
        "reach table of the application",
    ),
    Rule(
        "module.strand-count", STOP, "Module and path differ in strands",
        "A module sends and receives on as many strands as it is made for; the path must have "
        "them.",
        "Use modules for the strands that are there, or a part with more strands.",
        "interface of the application",
    ),
    Rule(
        "module.cage", STOP, "The module does not run in this cage",
        "The cage fixes the form factor and the top speed.",
        "Use a module of the cage's form and speed, or another port.",
        "cage table",
    ),
    Rule(
        "port.breakout", STOP, "The split port and its legs do not agree",
        "A four-lane port runs four links only when it is set to split, and each leg carries the "
        "lane that it is wired to.",
        "Set the port to split, and give each leg the lane that its cord carries.",
        "breakout table; TIA-568.3 numbering of MPO positions",
    ),
    Rule(
        "port.clash", STOP, "Two links in one port",
        "A port takes one module, and a lane one link.",
        "Give one of the links another port.",
        "the plan's devices",
    ),
    Rule(
        "port.count", STOP, "The device has too few ports",
        "More links end at this device than it has cages of that kind.",
        "Use a free port of another device, or a larger device.",
        "the plan's devices",
    ),
    Rule(
        "inline.channel", STOP, "The wavelength does not fit its channel",
        "A multiplexer passes each channel's wavelength and blocks the others.",
        "Use a module of the channel's wavelength, or another channel.",
        "ITU-T G.694.2 grid; the multiplexer's data sheet",
    ),
    Rule(
        "inline.channel-clash", STOP, "Two links on one channel",
        "Light of two links at one wavelength on one strand cannot be told apart again.",
        "Give one of the links another channel.",
        "the plan's channel use",
    ),
    Rule(
        "inline.unpaired", STOP, "A multiplexer without its counterpart",
        "What is brought together at one end must be taken apart at the other.",
        "Put a multiplexer of the same channels at the other end.",
        "the multiplexer's data sheet",
    ),
    Rule(
        "fiber.mode-conditioning-one-end", STOP, "Mode conditioning at one end only",
        "Each direction has its own transmitter: without a cord at its end, that direction is not "
        "conditioned.",
        "Fit mode-conditioning cords in pairs, one at each end.",
        "IEEE 802.3 clause 38; TIA-568.3",
    ),
    Rule(
        "fiber.mode-conditioning", STOP, "Mode-conditioning cords are missing",
        "Long-wave light launched into the middle of old multimode glass splits into modes that "
        "arrive apart.",
        "Fit a mode-conditioning cord at each end, single-mode leg on the transmitter.",
        "IEEE 802.3 clause 38 asks for it on OM1 and OM2",
    ),
    Rule(
        "fiber.mode-mix", STOP, "Single mode and multimode in one path",
        "Light passes from the small core into the large one almost freely, and hardly comes back.",
        "Make every segment of the path the same mode.",
        "area and aperture ratios of the cores",
    ),
    Rule(
        "fiber.core-mix", STOP, "62.5 and 50 µm cores in one path",
        "The joint loses light in one direction only, so that one end seems fine.",
        "Make every segment of the path the same core size.",
        "area and aperture ratios of the cores",
    ),
    Rule(
        "mate.polish", STOP, "An angled face meets a flat one",
        "The faces touch at a point: light is lost and reflected, and both ferrules are ruined. "
        "Green is angled, blue is flat, on single mode.",
        "Make both faces of the joint the same; a hybrid cord converts from one to the other.",
        "IEC 61755: angled and flat faces are separate interfaces",
    ),
    Rule(
        "mate.connector", STOP, "These ends do not fit each other",
        "Plugs of two types need an adapter or a cord made for both; a bare strand end can only be "
        "spliced.",
        "Change one end, use a hybrid adapter, or splice bare to bare.",
        "IEC 61754: one interface per connector type",
    ),
    Rule(
        "mate.module", STOP, "The plug does not fit the module",
        "Type, polish and pins of the plug must be those that the module's receptacle is made for.",
        "Use a cord whose end fits the module.",
        "IEC 61754; the application's medium-dependent interface",
    ),
    Rule(
        "mate.pins", STOP, "Pins do not pair at this joint",
        "One side of a joint has pins, the other has not: two pinned plugs break each other, two "
        "unpinned ones do not line up.",
        "Change one plug for the other gender.",
        "IEC 61754-7: MPO interface",
    ),
    Rule(
        "mate.keys", STOP, "Angled multi-fiber plugs key to key",
        "Angled ferrules lie face to face only key up to key down; aligned keys leave a wedge of "
        "air.",
        "Use an adapter with opposed keys.",
        "IEC 61754-7: MPO interface",
    ),
    Rule(
        "mate.fiber-count", STOP, "Multi-fiber plugs of different counts meet",
        "MPO-12 and MPO-16 differ in pitch, pins and key: they do not mate.",
        "Use one connector size at this joint.",
        "IEC 61754-7: MPO interface",
    ),
    Rule(
        "polarity.not-crossed", STOP, "Transmitter meets transmitter",
        "The pair is crossed an even number of times from end to end: an odd number works.",
        "Flip one duplex clip, and only one, or change one cord for the other kind.",
        "TIA-568.3: duplex polarity",
        "polarity",
    ),
    Rule(
        "polarity.lanes", STOP, "Lanes do not arrive where they belong",
        "Each lane's transmitter has to meet the receiver of the same lane; on a dark strand or in "
        "another port its light is lost.",
        "Change the one part that belongs to another method; the polarity view shows which.",
        "IEEE 802.3 medium-dependent interfaces; TIA-568.3 methods",
        "polarity",
    ),
    Rule(
        "reach.exceeded", STOP, "Too far for this application on this glass",
        "Past the reach the pulses run into each other, however much light arrives.",
        "Use an application or a grade of glass that reaches further.",
        "reach table of the application",
    ),
    Rule(
        "loss.over-limit", STOP, "More loss than the application allows",
        "Too little light arrives for the error rate that the application promises.",
        "Take out joints, use better connectors, or choose an application that allows more.",
        "channel insertion loss of the application",
    ),
    Rule(
        "light.overload", STOP, "The receiver gets more light than it bears",
        "A strong module on a short link blinds the receiver and can damage it.",
        "Put a fixed attenuator at the receiver, or use a module made for the distance.",
        "receiver levels of the application",
    ),
    Rule(
        "light.too-weak", STOP, "Less light arrives than the receiver needs",
        "Below the receiver's minimum the link makes errors or stays down.",
        "Take out loss, or use a module with more launch power.",
        "receiver levels of the application",
    ),
    Rule(
        "module.lrm-on-single-mode", WARN, "LRM is a multimode application",
        "Some makers sell 2 km single-mode parts under this name; no standard says what they do.",
        "Enter that maker's data sheet, or use 10GBASE-LR.",
        "IEEE 802.3 clause 68",
    ),
    Rule(
        "port.speed-setting", WARN, "The port must be set by hand",
        "Optical ports do not negotiate speed: a faster port runs a slower module only when it "
        "is set to the module's rate.",
        "Set the port to the module's rate, at both ends where both are faster, before you leave "
        "the bench.",
        "IEEE 802.3 clause 37 and cage table",
    ),
    Rule(
        "port.fec", WARN, "Error correction is off",
        "This application keeps its error rate only with forward error correction at both ends.",
        "Switch the port's forward error correction on, the same kind at both ends.",
        "the application's FEC clause",
    ),
    Rule(
        "module.coding", WARN, "The port may reject this module",
        "Some equipment accepts only modules coded for its maker; at best diagnostics are missing.",
        "Order the module coded for this equipment, or check with its maker first.",
        "practice",
    ),
    Rule(
        "module.temperature", WARN, "Commercial module in the cold or the sun",
        "Commercial modules are made for 0 to 70 °C at the case; outdoor cabinets go past both "
        "ends.",
        "Use an extended-temperature module.",
        "usual temperature classes of data sheets",
    ),
    Rule(
        "loss.tight", WARN, "Little margin left",
        "One dirty connector can cost more than what is left.",
        "Use low-loss connectors, take a joint out, or inspect and clean with special care.",
        "house rule: tight below",
    ),
    Rule(
        "loss.passes-typical-only", WARN, "Passes only with typical parts",
        "With good parts it works; with the worst parts that the standards allow it does not.",
        "Buy parts with a stated maximum, measure before closing up, or take loss out.",
        "worst-case and typical figures of the tables",
    ),
    Rule(
        "fiber.grade-mix", WARN, "Grades of glass are mixed",
        "The path reaches only as far as its lowest grade.",
        "Use one grade throughout, or plan with the lower grade's reach.",
        "reach table of the application",
    ),
    Rule(
        "reach.dispersion", WARN, "Pulses spread too far",
        "Away from 1310 nm single mode spreads each pulse along its way, however much light "
        "arrives; past what the transmitter is made for, pulses run into each other.",
        "Use a module made for this distance, or compensate the dispersion.",
        "ITU-T G.652: D = S0/4 (λ − λ0⁴/λ³)",
    ),
    Rule(
        "fiber.unproven", WARN, "Old glass that nobody has measured",
        "Old cable may be cut, bent or spliced where no drawing shows it.",
        "Measure its length and its loss at both wavelengths before anything is bought for it.",
        "practice: existing cable is used after its loss and length are measured",
    ),
    Rule(
        "fiber.guess", WARN, "The grade is a guess",
        "Sheath colours are shared by several grades; reach and limit follow the grade.",
        "Read the print on the sheath: it beats the colour.",
        "TIA-598 colours are not unique",
    ),
    Rule(
        "fiber.growth", WARN, "Does not carry the growth speed",
        "Glass outlives modules: what cannot carry the speed to come has to be pulled again.",
        "Use glass or connectors that carry it while the way is open.",
        "house rule: growth speed; reach tables",
    ),
    Rule(
        "own.implausible", WARN, "An entered figure is doubtful",
        "The figure lies outside what such parts can have: often a slip of the pen or of units.",
        "Compare the entry with its document.",
        "range of such parts",
    ),
    Rule(
        "light.unknown", WARN, "A light level is not known",
        "Without it nobody can say whether the receiver is in its window.",
        "Enter the figure from the module's data sheet, with the document's name.",
        "application table",
    ),
    Rule(
        "reach.unknown", WARN, "No reach is published for this glass",
        "Without a published reach only a data sheet, or other glass, can promise that it works.",
        "Enter the reach from a data sheet with the document's name, or use glass that is listed.",
        "application table",
    ),
    Rule(
        "loss.unknown", WARN, "A loss is not known",
        "The budget cannot be added up while one of its terms is missing.",
        "Record the part's fiber, connectors and grade, or enter its loss with a source.",
        "fiber and joint tables",
    ),
    Rule(
        "polarity.unknown", WARN, "Wiring is not recorded",
        "Without it nobody can say whether transmitters meet receivers.",
        "Record how each cord and the fixed cabling carry the pair.",
        "TIA-568.3: duplex polarity",
        "polarity",
    ),
    Rule(
        "polarity.method-mix", WARN, "Parts of different methods",
        "It works as it stands, until somebody swaps a part for the one that the method wants.",
        "Make every part follow one method, or label the odd ones.",
        "TIA-568.3 polarity methods",
        "polarity",
    ),
    Rule(
        "fiber.mode-conditioning-needless", NOTE, "Mode conditioning is not needed here",
        "Laser-optimised glass is made for lasers; the offset launch can only harm.",
        "Use plain cords.",
        "IEEE 802.3 clause 38 asks for it on OM1 and OM2 only",
    ),
    Rule(
        "reach.near", NOTE, "Close to the reach",
        "A longer cord or a re-route can take it over.",
        "Measure the route before ordering.",
        "reach table of the application",
    ),
    Rule(
        "reach.datasheet", NOTE, "The reach rests on a data sheet",
        "Only that maker's parts promise it; a spare of another make may not reach.",
        "Keep the document with the plan and buy spares of the same part.",
        "the data sheet named",
    ),
    Rule(
        "house.mode", NOTE, "Not the plan's mode school",
        "The plan has chosen single mode everywhere: one kind of glass, cord and spare.",
        "Use single mode here too, or note why not.",
        "house rule: mode",
    ),
    Rule(
        "mate.many", NOTE, "Many mated pairs",
        "Every pair is a place for dirt and for a wrong plug.",
        "Splice through, or patch straight to the port.",
        "house rule: most mated pairs",
    ),
    Rule(
        "mate.grade", NOTE, "Grades of mated pairs are mixed",
        "A low-loss figure holds only where both plugs of the pair are of that grade; one plug of "
        "the ordinary grade makes it an ordinary pair.",
        "Buy cords and pigtails of one grade, and mark the low-loss ones.",
        "trade practice",
    ),
    Rule(
        "plan.unreadable", STOP, "A stored thing cannot be read",
        "It is kept in the data folder, and left out of every answer: what depends on it is not "
        "judged as it would be.",
        "Export the plan, and look at this thing; or go back to the copy before the last change.",
        "the stored document and its version",
        "survey",
    ),
    Rule(
        "port.oversubscribed", NOTE, "Uplinks carry less than the ports bring",
        "When all ports are busy at once, the uplinks are the bottleneck.",
        "Compare the ratio with what the site runs; add or speed up uplinks.",
        "sum of port speeds over sum of uplink speeds",
    ),
    Rule(
        "module.spare", NOTE, "No spare module",
        "A dead module is found by swapping it: without a spare the hunt waits for a delivery.",
        "Buy one more of each type that the plan uses.",
        "house rule: spares",
    ),
    Rule(
        "table.check-data-sheet", NOTE, "Check the data sheet",
        "The table's figure that decides here is not a firmly published one.",
        "Compare it with the module's data sheet and enter what that says.",
        "confidence column of the tables",
    ),
)  # fmt: skip

RULES = {rule.id: rule for rule in (*_RULES, *PLANT_RULES)}
