// Two pages for somebody who pulls and ends cable without knowing the plan.
#import "common.typ": *

#let brief-sheet(sheet) = {
  heading-of(sheet)
  heading(level: 2, outlined: false)[What to pull]
  if sheet.cables.len() == 0 [No cable is left to pull.] else {
    grid-of(("Cable", "From", "To", "What", "Way", "m", "Most N", "Bend mm", "Price"),
      sheet.cables.map(row => (..row.map(cell), [])), numbers: (false, false, false, false, false, true, true, true),
      widths: (auto, auto, auto, 1.2fr, 1.2fr, auto, auto, auto, 40pt), size: 7pt)
    [An empty figure is not recorded: ask before you pull. ]
  }
  if sheet.left_out > 0 [And #sheet.left_out more: see the pull sheets.]
  heading(level: 2, outlined: false)[How each end is finished]
  columns(2, grid-of(("Cable", "At", "End", "Plug", "Panel", "Port"), sheet.ends.map(row => row.map(cell)), size: 6.5pt))
  heading(level: 2, outlined: false)[Points to keep]
  for point in (
    "Keep bend radius and tension above; lubricate for fiber; pull by the strength member.",
    "Never pull through a raceway that holds power without the owner’s licensed electrician.",
    "Keep both tails as long as ordered; coil what is left, do not cut it off.",
    "No splice, adapter or extra panel that is not in the plan; polarity as the strands are numbered.",
    "Every plug inspected and cleaned before it is mated; every open end capped.",
  ) [- #point]
  heading(level: 2, outlined: false)[Test and hand back]
  for point in (
    "Each strand, both directions, at both wavelengths of its kind, with the method agreed; reference and cord readings in the report.",
    "Sheath metre marks at both ends, photos of panels and closures opened, splice readings by tray.",
    "What was built otherwise than planned, on this sheet, before you leave.",
  ) [- #point]
  heading(level: 2, outlined: false)[Do not decide alone]
  for point in (
    "Another route, another construction or fewer strands; a joint on the way; a hole in fire-rated structure.",
    "Anything that the local code, the owner’s permit or a licensed trade has to decide.",
    ..sheet.stops, ..sheet.open,
  ) [- #point]
  v(6pt)
  caution
  grid(columns: (1fr, 1fr, 1fr), gutter: 10pt, [Price: #rule()], [Earliest start: #rule()], [Name, signature: #rule()])
}
