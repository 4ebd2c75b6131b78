// One link: the path as the light meets it, the staircase below it, and the budget with its sources.
#import "common.typ": *

#let part-mark(kind) = {
  if kind == "adapter" { rect(width: 3.2pt, height: 12pt, fill: black) } else if kind == "fusion" {
    circle(radius: 2.6pt, fill: black)
  } else if kind == "mechanical" { circle(radius: 2.6pt, fill: white, stroke: 1pt) } else { none }
}
#let level(value) = if value == none { none } else { value }

#let picture(sheet, width) = {
  let n = sheet.parts.len()
  let box-w = 46pt
  let run = width - 2 * box-w
  let step = run / calc.max(1, n)
  let top = 26pt
  let met = if sheet.sender == "a" { (sheet.ends.at(0), sheet.ends.at(1)) } else { (sheet.ends.at(1), sheet.ends.at(0)) }
  let points = sheet.stairs
  let known = points.map(p => (p.worst, p.typical, p.strongest)).flatten().filter(v => v != none)
  let limits = (sheet.receiver_min_dbm, sheet.receiver_max_dbm).filter(v => v != none)
  let every = known + limits
  let high = if every.len() > 0 { calc.max(..every) + 1 } else { 1 }
  let low = if every.len() > 0 { calc.min(..every) - 1 } else { 0 }
  let chart-top = top + 46pt
  let chart-h = 110pt
  let y(v) = chart-top + chart-h * ((high - v) / calc.max(0.1, high - low))
  let x(at) = box-w + step * at
  let stairs(key, stroke) = {
    for at in range(1, points.len()) {
      let a = points.at(at - 1).at(key)
      let b = points.at(at).at(key)
      if a != none and b != none { place(line(start: (x(at - 1), y(a)), end: (x(at), y(b)), stroke: stroke)) }
    }
  }
  block(width: width, height: chart-top + chart-h + 16pt, {
    for (n, end) in met.enumerate() {
      let left = if n == 0 { 0pt } else { width - box-w }
      place(dx: left, dy: top - 13pt, rect(width: box-w, height: 26pt, stroke: 1pt, inset: 2pt,
        align(center + horizon, text(size: 6.5pt, weight: "bold", end.application.replace("BASE-", "BASE-\u{200b}")))))
    }
    for (at, part) in sheet.parts.enumerate() {
      let left = x(at)
      if part.kind in ("adapter", "fusion", "mechanical") {
        place(line(start: (left, top), end: (left + step, top), stroke: 1pt))
        place(dx: left + step / 2 - 2pt, dy: top - 6pt, part-mark(part.kind))
      } else if part.kind in ("cassette", "inline") {
        place(dx: left + 2pt, dy: top - 8pt, rect(width: step - 4pt, height: 16pt, stroke: 0.8pt))
      } else {
        place(line(start: (left, top), end: (left + step, top), stroke: if part.kind == "cable" { 3pt } else { 1.4pt }))
      }
      place(dx: left, dy: top - 24pt, box(width: step, align(center, text(size: 6.5pt, str(at + 1)))))
      if part.text != "" and step > 24pt {
        place(dx: left, dy: top + 12pt, box(width: step, align(center, text(size: 6.5pt, part.text))))
      }
    }
    if known.len() == 0 {
      place(dx: box-w, dy: chart-top, text(size: 8pt)[Levels are not known: a figure of the path or of a module is missing.])
    } else {
      place(line(start: (box-w, chart-top), end: (box-w, chart-top + chart-h), stroke: 0.5pt))
      for v in range(int(calc.ceil(low)), int(calc.floor(high)) + 1) {
        if calc.rem(v, 2) == 0 {
          place(line(start: (box-w, y(v)), end: (width - box-w, y(v)), stroke: 0.25pt + luma(190)))
          place(dx: 0pt, dy: y(v) - 4pt, box(width: box-w - 4pt, align(right, text(size: 6.5pt, font: mono)[#v dBm])))
        }
      }
      stairs("strongest", (paint: luma(110), thickness: 0.8pt))
      stairs("typical", (paint: black, thickness: 0.8pt, dash: "dashed"))
      stairs("worst", (paint: black, thickness: 1.6pt))
      for (v, word) in ((sheet.receiver_min_dbm, "receiver least"), (sheet.receiver_max_dbm, "receiver most")) {
        if v != none {
          place(line(start: (width - box-w - 50pt, y(v)), end: (width, y(v)), stroke: (thickness: 1pt, dash: "dotted")))
          place(dx: width - box-w + 2pt, dy: y(v) - 8pt, text(size: 6pt, word))
        }
      }
    }
  })
}

#let link-sheet(sheet) = {
  heading-of(sheet)
  text(size: 15pt, weight: "bold", sheet.answer)
  let (a, b) = sheet.ends
  let end(one) = [#said(one.place)#if one.device != none [, #one.device], #one.application]
  grid(columns: (1fr, 1fr), gutter: 8pt,
    [*From* #end(a) \ *To* #end(b)],
    [Glass #said(sheet.glass), length #fig(sheet.length_m, digits: 1) m, polarity #sheet.polarity \
     Loss #fig(sheet.loss_db) dB at worst, limit #fig(sheet.limit_db) dB, margin #fig(sheet.margin_db) dB at #fig(sheet.nm, digits: 1) nm
     #if sheet.at("state", default: none) != none [\ So far: *#sheet.state*]])
  v(4pt)
  layout(size => picture(sheet, size.width))
  text(size: 7.5pt)[From end #sheet.sender, the direction that decides. Thick: weakest launch, worst parts; dashed: typical;
    grey: strongest launch, least loss. Bar: mated pair; dot: splice; thick line: cable.]
  heading(level: 2, outlined: false)[Loss budget, worst case]
  grid-of(("Part", "How", "dB", "Source"), sheet.budget.map(row => row.map(cell)), numbers: (false, false, true), widths: (1.3fr, 1.6fr, auto, 2fr), size: 7.5pt)
  heading(level: 2, outlined: false)[Found]
  if sheet.findings.len() == 0 [Nothing that was judged speaks against it. What is not recorded was not judged.] else {
    grid-of(("", "What", "Do"), sheet.findings.map(row => row.map(cell)), widths: (auto, 1.6fr, 1fr), size: 7.5pt)
  }
  heading(level: 2, outlined: false)[On site]
  grid(columns: (1fr, 1fr), gutter: 8pt,
    [#tick inspected and cleaned, end a #h(1fr) #tick end b \ #tick cord and module as planned],
    [Measured a → b #box(width: 40pt, repeat[.]) dB  #h(6pt) b → a #box(width: 40pt, repeat[.]) dB \ Done by #box(width: 70pt, repeat[.]) Date #box(width: 50pt, repeat[.])])
}
