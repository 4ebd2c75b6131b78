// A certificate of a link, as it was signed; and lists to tick when links come up.
#import "common.typ": *

#let dbm(value) = if value == none [not read] else if type(value) == str [#value] else [#value dBm]

#let certificate-sheet(sheet) = {
  let one = sheet.signed
  heading-of(sheet)
  text(size: 12pt, weight: "bold")[#one.answer]
  if one.simulated { block(stroke: (dash: "dashed"), inset: 5pt)[Some of these readings are *simulated*: no instrument was there.] }
  [#one.ends.a to #one.ends.b. Plan #one.plan.name, revision #one.plan.revision. Signed by *#one.who*, #one.at.]
  heading(level: 2)[Planned]
  for line in one.planned { [#line #linebreak()] }
  heading(level: 2)[Levels]
  table(
    columns: (auto, auto, 1fr, 1fr, 1fr, 1fr), stroke: 0.4pt, inset: 4pt,
    table.header([*End*], [*Lane*], [*Far end sends*], [*Received*], [*Expected*], [*Verdict*]),
    ..one.read.map(r => ([#one.ends.at(r.end)], [#r.lane], dbm(r.sent_dbm), dbm(r.got_dbm),
      if r.expected_dbm == none [not known] else [#r.expected_dbm dBm], [#r.verdict])).flatten(),
  )
  heading(level: 2)[Errors]
  for c in one.counted [
    #one.ends.at(c.end): #if c.readings < 2 [not counted] else if c.growing == true [*#c.errors errors*] else [no error in #c.seconds s], target #c.target. #linebreak()
  ]
  heading(level: 2)[Modules]
  for m in one.modules [
    #one.ends.at(m.end): #if m.serial == none [serial not told] else [serial #m.serial]#if m.part != none [, #m.part]#if m.coding != none [, coded #m.coding]#if m.nm != none [, #m.nm nm]. #linebreak()
  ]
  if one.modules.len() == 0 [No memory was read.]
  heading(level: 2)[Checked]
  for c in one.checked [
    #if c.state == "done" [✓] else if c.state == "not needed" [–] else [open:] #c.what#if c.end != none [, #one.ends.at(c.end)]#if c.value != "" [: #c.value]#if c.told != "" [ (#c.told)]#if c.who != none [, #c.who]. #linebreak()
  ]
  heading(level: 2)[Left open]
  if one.open.len() == 0 [Nothing.]
  for o in one.open [- #o.what \ Reason: #o.reason (#o.who)]
  v(8pt)
  block(stroke: 0.6pt, inset: 6pt, width: 100%)[
    #set text(size: 8pt)
    Record #sheet.number. SHA-256 #text(font: mono)[#sheet.sha256] \
    #if sheet.before == none [First record of this plan.] else [After #text(font: mono)[#sheet.before].]
    `passerelle verify` tells whether the record is as it was signed.
  ]
  v(6pt)
  [Signature #rule(count: 1)]
}

#let bench-sheet(sheet) = {
  heading-of(sheet)
  [#sheet.says]
  for group in sheet.groups {
    heading(level: 2)[#group.title]
    for p in group.points [☐ #p.words#if p.value != "" [: *#p.value*]#if p.state == "done" [ (done)] #linebreak()]
  }
  v(6pt)
  block(stroke: (dash: "dashed"), inset: 5pt, width: 100%)[
    #set text(size: 8pt)
    Never look into a fiber or a port: the light is invisible and hurts the eye. Cap what is open. *Local codes and licensed practice decide.*
  ]
}

#let through-sheet(sheet) = {
  heading-of(sheet)
  if sheet.conductors.len() > 0 {
    block(stroke: 1.2pt, inset: 5pt)[*Power runs in #sheet.conductors.join(", ").* A licensed person makes it dead, and shows that it is, before it is cut.]
  }
  if sheet.lost.len() > 0 [*Redundancy lost:* #sheet.lost.join(", ").]
  heading(level: 2)[Who is told before]
  if sheet.tell.len() == 0 [Nothing hangs on it, as far as is recorded.]
  for one in sheet.tell [☐ *#one.who*: #one.of #h(1fr) told by #box(width: 60pt, line(length: 100%)) #linebreak()]
  heading(level: 2)[Cables]
  if sheet.cables.len() == 0 [None is recorded.] else [#sheet.cables.join(", ")]
  heading(level: 2)[Links that go dark]
  if sheet.links.len() == 0 [None is recorded.] else {
    grid-of(("Link", "From, to", "Application", "Strands"), sheet.links.map(row => row.map(one => [#one])), size: 8pt)
  }
  v(6pt)
  caution
}
