// A test sheet: a row for each strand, a box for each reading, what to expect above.
#import "common.typ": *

#let test-sheet(sheet) = {
  heading-of(sheet)
  [#sheet.places.at(0) to #sheet.places.at(1), #sheet.length_m m of glass. #sheet.method reference#if sheet.way != none [, #sheet.way]. #if sheet.doubt_db != none [Readings are good to ± #sheet.doubt_db dB.] ]
  v(4pt)
  let count = sheet.head.len()
  table(
    columns: (auto, auto, auto, auto, ..(1fr,) * count),
    stroke: 0.4pt,
    inset: (x: 3pt, y: 4pt),
    table.header(
      [*Strand*], [*Colour*], [*From*], [*To*],
      ..sheet.head.map(one => text(size: 7pt)[*#one*]),
      table.cell(colspan: 4)[Limit, dB], ..sheet.limits.map(one => text(font: mono, size: 8pt)[*#if one.limit == none [not known] else [#one.limit]*]),
      table.cell(colspan: 4)[Expected], ..sheet.limits.map(one => text(font: mono, size: 8pt)[#if one.expected == none [not known] else [#one.expected]]),
      table.cell(colspan: 4)[Less is wrong], ..sheet.limits.map(one => text(font: mono, size: 8pt)[#if one.least == none [not known] else [#one.least]]),
    ),
    ..sheet.rows.map(row => (
      text(font: mono)[#row.strand], [#row.colour],
      text(font: mono, size: 8pt)[#row.ports.at(0)], text(font: mono, size: 8pt)[#row.ports.at(1)],
      ..row.read.map(one => text(font: mono)[#if one != none [#one]]),
    )).flatten(),
  )
  v(6pt)
  [Reference set at #rule(count: 1) cords #rule(count: 1) check reading #rule(count: 1)]
  [Instrument and calibration date #rule(count: 1) read by #rule(count: 1)]
  block(stroke: (dash: "dashed"), inset: 5pt, width: 100%)[
    #set text(size: 8pt)
    Never look into a fiber or a port: the light is invisible and hurts the eye. Inspect, clean, inspect again, then connect: every end, every time. *Local codes and licensed practice decide.*
  ]
}
