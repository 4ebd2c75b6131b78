// A paper: sheets one after the other, each on a page of its own; with contents where it is a book.
#import "common.typ": *
#import "link.typ": link-sheet
#import "backbone.typ": schedule-sheet, panel-sheet, splice-sheet, pull-sheet
#import "route.typ": route-sheet
#import "materials.typ": materials-sheet
#import "brief.typ": brief-sheet
#import "visits.typ": visit-sheet
#import "testing.typ": test-sheet
#import "turnup.typ": certificate-sheet, bench-sheet, through-sheet

#let data = json(bytes(sys.inputs.data))
#set document(title: data.plan + ": " + data.title)
#set text(font: sans, size: 9.5pt, lang: "en")
#set par(leading: 0.55em)
#show heading.where(level: 1): set text(size: 14pt)
#show heading.where(level: 2): set text(size: 10.5pt)
#set page(
  paper: data.paper,
  margin: (x: 16mm, top: 20mm, bottom: 17mm),
  header: text(size: 8pt)[#data.plan #h(1fr) #data.title #line(length: 100%, stroke: 0.6pt)],
  footer: text(size: 8pt)[#data.revision, #data.day #h(1fr) Page #context counter(page).display("1 of 1", both: true)],
)

#let overview-sheet(sheet) = {
  heading-of(sheet)
  grid-of(sheet.table.head, sheet.table.rows.map(row => row.map(cell)), numbers: sheet.table.right, size: 7.5pt,
    widths: (1.4fr, 1fr, 1fr, auto, auto, auto, 1.4fr))
}
#let pictures-sheet(sheet) = {
  heading-of(sheet)
  for one in sheet.pictures {
    block(breakable: false, below: 12pt)[
      #if one.path == none [_not a picture: it is in the plan package_] else {
        image(one.path, format: one.format, height: 95mm, fit: "contain", alt: one.name)
      }
      #one.name, kept #one.day
    ]
  }
}
#let draw = (
  overview: overview-sheet, link: link-sheet, schedule: schedule-sheet, panel: panel-sheet,
  splices: splice-sheet, pull: pull-sheet, route: route-sheet, materials: materials-sheet, brief: brief-sheet, pictures: pictures-sheet,
  visit: visit-sheet, test: test-sheet, certificate: certificate-sheet, bench: bench-sheet, through: through-sheet,
)

#if data.sheets.len() == 0 [
  #heading(data.title)
  There is nothing for this paper in the plan yet.
] else {
  if data.sheets.len() > 3 {
    text(size: 22pt, weight: "bold", data.plan)
    linebreak()
    [#data.title, #data.revision, #data.day]
    v(6pt)
    caution
    outline(title: [Contents], depth: 1)
    pagebreak()
  }
  for (n, sheet) in data.sheets.enumerate() {
    if n > 0 { pagebreak(weak: true) }
    draw.at(sheet.kind)(sheet)
  }
}
