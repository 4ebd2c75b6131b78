// Strands, panel fronts, splices and pulls.
#import "common.typ": *

#let schedule-sheet(sheet) = {
  heading-of(sheet)
  [#sheet.from – #sheet.to. #sheet.fiber, #sheet.strands strands, #said(sheet.type).
   #if sheet.existing [It is there.] else [To order #fig(sheet.order_m) m.]
   Glass #fig(sheet.glass_m) m. Way: #said(if sheet.route.len() == 0 { none } else { sheet.route.join(" > ") }).]
  let (a, b) = sheet.panels
  grid-of(
    ("Strand", "Tube", "Tube colour", "Strand colour", "Port " + if a == none { "a" } else { a }, "Port " + if b == none { "b" } else { b }, "State", "Used by", "dB"),
    sheet.rows.map(row => (..row.map(cell), [])),
    numbers: (true, true), widths: (auto, auto, auto, auto, auto, auto, auto, 1fr, 28pt), size: 7.5pt)
}

#let panel-sheet(sheet) = {
  heading-of(sheet)
  [Seen from the front. Two strands to a position; a position without text is free as far as recorded.]
  v(4pt)
  grid(columns: (1fr,) * 6, gutter: 3pt,
    ..sheet.positions.map(one => block(stroke: 0.7pt, width: 100%, height: 52pt, inset: 3pt, clip: true, {
      text(size: 8pt, weight: "bold", font: mono, str(one.port))
      linebreak()
      text(size: 6.5pt, one.strands)
      linebreak()
      text(size: 6pt, style: "italic", one.links)
    })))
}

#let splice-sheet(sheet) = {
  heading-of(sheet)
  [At #sheet.place. Write the reading of the splicer beside each; the trace decides.]
  grid-of(
    ("Cable", "Strand", "Tube", "Colour", "To cable", "Strand", "Tube", "Colour", "Kind", "Tray", "dB", "done"),
    sheet.rows.map(row => (..row.map(cell), [], [], tick)),
    numbers: (false, true, false, false, false, true), size: 7.5pt,
    widths: (1fr, auto, auto, auto, 1fr, auto, auto, auto, auto, 24pt, 30pt, auto))
}

#let pull-sheet(sheet) = {
  heading-of(sheet)
  [#sheet.from – #sheet.to. #sheet.construction.]
  v(2pt)
  block(stroke: 1pt, inset: 6pt, width: 100%)[
    *Feed from #sheet.feed*#if sheet.points.len() > 0 [, pulled out at #sheet.points.join(", ")].
    Order #fig(sheet.order_m) m#if not sheet.certain [ (a length is a guess: measure first)].
    Highest tension #fig(sheet.hardest_n, digits: 0) N of #fig(sheet.limit_n, digits: 0) N allowed; from the other end #fig(sheet.other_n, digits: 0) N.
    Least bend radius #fig(sheet.bend_loaded_mm, digits: 0) mm under tension, #fig(sheet.bend_rest_mm, digits: 0) mm at rest.
    Bends in one pull: #fig(sheet.turned_deg, digits: 0)°.
  ]
  if sheet.stops.len() > 0 {
    block(stroke: 2pt, inset: 6pt, width: 100%)[*Do not pull yet:* #for stop in sheet.stops [\ #stop]]
  }
  if sheet.ways.len() == 0 [*No route is recorded: walk it first.*] else {
    grid-of(("Pathway", "From", "To", "Kind", "m", "Known from", "Bends °", "Hazards", "Power in it", "done"),
      sheet.ways.map(row => (..row.map(cell), tick)), numbers: (false, false, false, false, true, false, true),
      widths: (1.2fr, 1fr, 1fr, auto, auto, auto, auto, auto, auto, auto), size: 7.5pt)
  }
  if sheet.slack.len() > 0 [Slack on the way: #sheet.slack.map(one => [#one.at(0) #one.at(1) m]).join("; ").]
  heading(level: 2, outlined: false)[Keep to]
  for point in (
    "Tested on the reel before the pull; sheath metre at both ends written down: start ........ end ........",
    "Tension watched; pulled by the strength member, never by the sheath or a plug; swivel on the rope.",
    "Bend radius under tension and at rest; soft ties, hand-tight; nothing pressing on it.",
    "Drip loop and sealed gland where it comes in; support of risers; metal bonded as the local code says.",
    "String left behind. Photo with a scale before anything is covered, and light through each strand.",
    "Labelled at both ends at landing.",
  ) [#tick #h(4pt) #point \ ]
  v(4pt)
  caution
}
