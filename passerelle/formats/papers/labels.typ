// Labels at measured positions, and a test print with a ruler to lay over the sheet.
#let data = json(bytes(sys.inputs.data))
#let stock = data.stock
#set document(title: "Labels")
#set page(paper: stock.paper, margin: 0mm)
#set text(font: ("Atkinson Hyperlegible Next", "Libertinus Serif", "DejaVu Sans Mono"), size: 8pt, lang: "en")
#set par(leading: 0.35em)
#let mm(value) = value * 1mm
#let high = if stock.print_mm == none { stock.height_mm } else { stock.print_mm }
#let per-page = stock.columns * stock.rows

// The identifier as large as fits, then the lines; a QR with the identifier alone beside them.
#let face(one, width, height) = box(width: width, height: height, inset: 1.2mm, clip: true, {
  let room = width - 2.4mm
  let code = if one.qr == none { 0mm } else { calc.min(height - 2.4mm, room * 0.4) }
  let words = room - code - if one.qr == none { 0mm } else { 1mm }
  context {
    let size = 12pt // of the identifier
    while size > 4.5pt and measure(text(size: size, weight: "bold", one.identifier)).width > words { size = size - 0.5pt }
    // Lines shrink until they fit; the last ones go before the identifier and the ends do.
    let body(small, kept) = block(width: words, {
      text(size: size, weight: "bold", one.identifier)
      for line in one.lines.slice(0, kept) { linebreak(); text(size: small, line) }
    })
    let small = calc.max(4.5pt, calc.min(size - 1.5pt, 7.5pt))
    let kept = one.lines.len()
    while kept > 0 and measure(body(small, kept)).height > height - 2.4mm {
      if small > 4.5pt { small = small - 0.5pt } else { kept = kept - 1 }
    }
    grid(columns: (words, code), gutter: if one.qr == none { 0mm } else { 1mm }, body(small, kept), if one.qr != none { image(bytes(one.qr), format: "svg", width: code) })
  }
})
#let label(one) = if stock.shape == "flag" {
  let half = mm(stock.width_mm) / 2
  box(face(one, half, mm(high))) + box(face(one, half, mm(high)))
} else { face(one, mm(stock.width_mm), mm(high)) }

#let spot(n) = {
  let at = calc.rem(n, per-page)
  (mm(stock.left_mm + calc.rem(at, stock.columns) * stock.across_mm), mm(stock.top_mm + calc.floor(at / stock.columns) * stock.down_mm))
}

#if data.test {
  for n in range(per-page) {
    let (x, y) = spot(n)
    place(dx: x, dy: y, rect(width: mm(stock.width_mm), height: mm(stock.height_mm), stroke: 0.3pt, inset: 1mm, text(size: 6pt)[#(n + 1)]))
    if stock.print_mm != none { place(dx: x, dy: y + mm(high), line(length: mm(stock.width_mm), stroke: (thickness: 0.3pt, dash: "dashed"))) }
  }
  for n in range(0, 201) {
    let long = if calc.rem(n, 10) == 0 { 4mm } else if calc.rem(n, 5) == 0 { 3mm } else { 1.5mm }
    place(dx: mm(n), dy: 0mm, line(end: (0mm, long), stroke: 0.2pt))
    place(dx: 0mm, dy: mm(n), line(end: (long, 0mm), stroke: 0.2pt))
  }
  place(center + horizon, block(fill: white, stroke: 0.5pt, inset: 3mm)[
    Test print: #stock.what. Print at 100 %, without fitting to the page. \
    This line is 100 mm: measure it. \ #line(length: 100mm, stroke: 1pt)
    Lay the page over a sheet of labels against the light: every outline must lie on its label.
  ])
} else {
  for (at, one) in data.labels.enumerate() {
    let n = at + data.first - 1
    if at > 0 and calc.rem(n, per-page) == 0 { pagebreak() }
    let (x, y) = spot(n)
    place(dx: x, dy: y, label(one))
  }
}
