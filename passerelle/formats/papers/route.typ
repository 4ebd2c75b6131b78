// The site to scale: places where they lie, pathways between them, and both as lists.
#import "common.typ": *

#let map-of(sheet, width, height) = {
  let xs = sheet.spots.map(s => s.x)
  let ys = sheet.spots.map(s => s.y)
  let (x0, x1) = (calc.min(..xs), calc.max(..xs))
  let (y0, y1) = (calc.min(..ys), calc.max(..ys))
  let pad = 46pt
  let across = calc.max(1, x1 - x0)
  let up = calc.max(1, y1 - y0)
  let scale = calc.min((width - 2 * pad) / 1pt / across, (height - 2 * pad) / 1pt / up) * 1pt
  let px(v) = pad + (v - x0) * scale
  let py(v) = pad + (y1 - v) * scale
  let drawn = pad * 2 + up * scale
  block(width: width, height: drawn, stroke: 0.5pt, clip: true, {
    for way in sheet.ways {
      let (a, b) = ((px(way.a.at(0)), py(way.a.at(1))), (px(way.b.at(0)), py(way.b.at(1))))
      let dash = if way.kind in ("aerial",) { "dashed" } else if way.kind in ("burial", "seabed", "trench") { "dash-dotted" } else { none }
      place(line(start: a, end: b, stroke: (thickness: 1.4pt, dash: dash)))
    }
    // Names give way to each other: one that would cover another goes below, or a line further.
    let taken = ()
    for spot in sheet.spots {
      let (x, y) = (px(spot.x), py(spot.y))
      place(dx: x - 2.5pt, dy: y - 2.5pt, circle(radius: 2.5pt, fill: white, stroke: 1pt))
      let w = spot.name.len() * 3.4pt
      let at = none
      for dy in (-10pt, 4pt, -18pt, 12pt, -26pt, 20pt, -34pt, 28pt) {
        let free = taken.all(t => calc.abs((t.x - x) / 1pt) > ((t.w + w) / 2) / 1pt or calc.abs((t.y - (y + dy)) / 1pt) > 7.5)
        if free and at == none { at = dy }
      }
      if at == none { at = -10pt }
      taken.push((x: x, y: y + at, w: w))
      let left = calc.max(1pt, calc.min(x - w / 2, width - w - 1pt))
      place(dx: left, dy: y + at, box(fill: white.transparentize(20%), text(size: 6pt, spot.name)))
    }
    let round = calc.pow(10, calc.floor(calc.log(across / 3)))
    place(bottom + left, dx: 6pt, dy: -6pt, stack(dir: ttb, spacing: 2pt, line(length: round * scale, stroke: 2pt), text(size: 7pt)[#round m]))
  })
}

#let route-sheet(sheet) = {
  heading-of(sheet)
  if sheet.maps.len() > 0 {
    for (n, part) in sheet.maps.enumerate() {
      if n > 0 [Close up:]
      layout(size => map-of(part, size.width, if sheet.maps.len() > 1 and n == 0 { 190pt } else { 380pt }))
    }
    text(size: 7.5pt)[Straight between places; dashed: aerial; dash-dotted: buried or seabed. Not for digging: ask for the records of other services first.]
  } else [No positions are recorded: there is no map.]
  if sheet.unplaced.len() > 0 [Not on the map, position not recorded: #sheet.unplaced.join(", ").]
  heading(level: 2, outlined: false)[Pathways]
  grid-of(sheet.pathways.head, sheet.pathways.rows.map(row => row.map(cell)), numbers: sheet.pathways.right, size: 7.5pt,
    widths: (1.2fr, 1fr, 1fr, auto, auto, auto, auto, 1.3fr))
  heading(level: 2, outlined: false)[Places]
  grid-of(sheet.places.head, sheet.places.rows.map(row => row.map(cell)), size: 7.5pt)
}
