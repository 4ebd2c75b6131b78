// What to buy in the order of ordering, and where to cut.
#import "common.typ": *

#let money(value) = if value == none { strong[ask] } else { text(font: mono, {
  let cents = calc.round(value * 100)
  let whole = calc.floor(cents / 100)
  let rest = int(cents - whole * 100)
  str(int(whole)) + "." + if rest < 10 { "0" } else { "" } + str(rest)
}) }

#let reel(one, longest, width) = {
  let x(m) = width * (m / longest)
  let used = one.length_m - one.left_m
  block(breakable: false, width: width, {
    text(size: 8pt)[*#one.name*#if one.bought [ (to buy)], #one.length_m m, #one.type]
    block(width: width, height: 30pt, below: 2pt, above: 3pt, {
      place(dx: x(used), rect(width: x(one.left_m), height: 16pt, stroke: 0.6pt, fill: tiling(size: (4pt, 4pt), place(line(start: (0%, 100%), end: (100%, 0%), stroke: 0.4pt)))))
      let at = 0
      for (n, piece) in one.pieces.enumerate() {
        let (name, long) = piece
        place(dx: x(at), rect(width: x(long), height: 16pt, stroke: 0.8pt, fill: white, inset: 1pt,
          if x(long) > 20pt { align(center + horizon, text(size: 6.5pt, name)) }))
        at = at + long
        place(dx: x(at) - 12pt, dy: 18pt + 7pt * calc.rem(n, 2), box(width: 24pt, align(center, text(size: 6pt, font: mono, str(calc.round(at, digits: 1))))))
      }
    })
    text(size: 7pt)[#one.pieces.map(piece => [#piece.at(0) #piece.at(1) m]).join(", "); left #one.left_m m. Sheath metre: start ........ end ........]
  })
}

#let materials-sheet(sheet) = {
  heading-of(sheet)
  if sheet.total != none [*Total #money(sheet.total) #sheet.currency*] else [*No total yet: #money(sheet.known_total) #sheet.currency known*, #sheet.unpriced without a price, #sheet.not_counted.len() not counted]
  [. Work #sheet.hours h beside it#if sheet.labour != none [, #money(sheet.labour) #sheet.currency].]
  grid-of(("Item", "What", "Buy", "", "Each", "Total", "For", "done"),
    sheet.lines.map(one => (one.at(0), [#one.at(1)#if one.at(7) [ *(a length is a guess)*]], cell(one.at(2)), if one.at(3) == "m" [m] else [], money(one.at(4)), money(one.at(5)), one.at(6), tick)),
    numbers: (false, false, true, false, true, true), widths: (auto, 1.4fr, auto, auto, auto, auto, 1fr, auto), size: 7.5pt)
  if sheet.not_counted.len() > 0 {
    heading(level: 2, outlined: false)[Not counted]
    for one in sheet.not_counted [- #one]
  }
  if sheet.reels.len() > 0 {
    heading(level: 2, outlined: false)[Cut plan]
    [#if sheet.proved [From the reels at hand no other plan is better.] else [Best found so far, not proved.] Figures below a reel are the metre of each cut from its start.]
    let longest = calc.max(..sheet.reels.map(one => one.length_m))
    layout(size => stack(dir: ttb, spacing: 12pt, ..sheet.reels.map(one => reel(one, longest, size.width))))
  }
}
