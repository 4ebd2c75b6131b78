// What all papers share: figures, tables, and how what is not known is set.
#let sans = ("Atkinson Hyperlegible Next", "Libertinus Serif", "DejaVu Sans Mono")
#let mono = ("Atkinson Hyperlegible Mono", "DejaVu Sans Mono")
#let said(value) = if value == none { text(style: "italic", fill: luma(90))[not recorded] } else { [#value] }
#let fig(value, digits: 2) = if value == none { said(none) } else {
  text(font: mono, str(calc.round(value, digits: digits)))
}
#let cell(value) = if value == none { [] } else if type(value) in (int, float) {
  text(font: mono, str(value))
} else { [#value] }
#let tick = box(width: 9pt, height: 9pt, stroke: 0.8pt)
#let rule(count: 1) = { for n in range(count) { v(14pt); line(length: 100%, stroke: 0.5pt + luma(120)) } }

// A table whose head comes again on every page.
#let grid-of(head, rows, numbers: (), widths: auto, size: 8.5pt) = {
  set text(size: size)
  set par(justify: false, leading: 0.45em)
  let columns = if widths == auto { head.len() } else { widths }
  table(
    columns: columns,
    stroke: (x, y) => (bottom: if y == 0 { 1pt } else { 0.3pt + luma(150) }),
    inset: (x: 3pt, y: 3pt),
    align: (x, y) => if numbers.at(x, default: false) { right + top } else { left + top },
    table.header(..head.map(one => strong(one))),
    ..rows.flatten(),
  )
}
#let heading-of(sheet) = {
  heading(level: 1, sheet.title)
  if sheet.at("mark", default: none) != none {
    block(stroke: 1.2pt, inset: (x: 5pt, y: 3pt), text(weight: "bold")[▲ #sheet.mark])
  }
}
#let caution = block(stroke: (left: 3pt), inset: (left: 8pt, y: 4pt), width: 100%)[
  *Never look into a fiber or a port; invisible light hurts the eye. Cap what is open.* Collect scraps of glass.
  Lock out power before you share a raceway with it. Local codes and licensed practice decide.
]
