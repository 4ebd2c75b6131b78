// A sheet for whoever goes: where, when, with what, and a box for each task.
#import "common.typ": *

#let visit-sheet(sheet) = {
  heading-of(sheet)
  [From #sheet.begins, back at #sheet.back, #sheet.walk_min min on the way. Up at the end: #sheet.up of #sheet.links links.]
  if sheet.broken.len() > 0 [
    #heading(level: 2, outlined: false)[Not kept]
    #for said in sheet.broken [- #said
    ]
  ]
  grid(
    columns: (1fr, 62mm),
    gutter: 8mm,
    {
      for one in sheet.places {
        heading(level: 2, outlined: false)[#one.place]
        grid(
          columns: (auto, auto, 1fr, auto),
          row-gutter: 5pt,
          column-gutter: 6pt,
          ..one.tasks.map(task => (
            if task.done { box(width: 9pt, height: 9pt, stroke: 0.8pt)[#place(center + horizon)[×]] } else { tick },
            text(font: mono, size: 8pt)[#if task.at != none { task.at }],
            [#task.name #if task.with != none { text(size: 8pt)[#task.with] } #if task.people > 1 { text(size: 8pt)[(#task.people people)] }
              #for point in task.points { block(inset: (left: 6pt), text(size: 7pt)[□ #point]) }],
            text(font: mono, size: 8pt)[#task.minutes min],
          )).flatten(),
        )
      }
      v(6pt)
      [Phone numbers: #rule(count: 2)]
    },
    {
      heading(level: 2, outlined: false)[Load]
      for part in (..sheet.parts, ..sheet.tools) { block(below: 4pt, text(size: 8pt)[#tick #h(3pt) #part]) }
      if sheet.cuts.len() > 0 {
        heading(level: 2, outlined: false)[Cut]
        for said in sheet.cuts { block(below: 4pt, text(size: 8pt)[#tick #h(3pt) #said]) }
      }
      if sheet.drawings.len() > 0 {
        heading(level: 2, outlined: false)[Papers]
        for said in sheet.drawings { block(below: 4pt, text(size: 8pt)[#tick #h(3pt) #said]) }
      }
      v(4pt)
      block(stroke: (dash: "dashed"), inset: 5pt, width: 100%)[
        #set text(size: 8pt)
        #for said in sheet.cautions [#said \ ]
        *Local codes and licensed practice decide.*
      ]
    },
  )
}
