/** The drawings of a view as files of their own: SVG with its looks written in, or PNG. */

/** What of the page's styles a drawing needs to look the same alone. */
const LOOKS = [
  "fill",
  "fill-opacity",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "stroke-linecap",
  "stroke-linejoin",
  "opacity",
  "font-family",
  "font-size",
  "font-weight",
  "text-anchor",
  "dominant-baseline",
  "display",
  "visibility",
] as const;
const SVG = "http://www.w3.org/2000/svg";
/** A picture is twice as fine as the screen, to be printed. */
const FINER = 2;

/** A drawing with every look that the page gives it written into it, on the page's ground. */
export function alone(svg: SVGSVGElement): SVGSVGElement {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const from = [svg, ...svg.querySelectorAll<SVGElement>("*")];
  const to = [copy, ...copy.querySelectorAll<SVGElement>("*")];
  from.forEach((one, at) => {
    const looks = getComputedStyle(one);
    to[at]!.setAttribute("style", LOOKS.map((name) => `${name}:${looks.getPropertyValue(name)}`).join(";"));
    for (const name of ["class", "tabindex", ...LOOKS]) to[at]!.removeAttribute(name);
  });
  const { width, height } = svg.getBoundingClientRect();
  if (!copy.hasAttribute("viewBox")) copy.setAttribute("viewBox", `0 0 ${width} ${height}`);
  copy.setAttribute("xmlns", SVG);
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  const [x = "0", y = "0", w = "100%", h = "100%"] = copy.getAttribute("viewBox")?.split(/[\s,]+/) ?? [];
  const ground = document.createElementNS(SVG, "rect");
  for (const [name, value] of Object.entries({ x, y, width: w, height: h, fill: getComputedStyle(document.body).backgroundColor }))
    ground.setAttribute(name, value);
  copy.prepend(ground);
  return copy;
}

/** The drawings that are in view, in order; marks and icons are none. */
export function drawings(): SVGSVGElement[] {
  const every = [...document.querySelectorAll<SVGSVGElement>("main svg")];
  return every.filter((one) => {
    const { width, height } = one.getBoundingClientRect();
    return width >= 120 && height >= 40 && !one.parentElement?.closest("svg");
  });
}

async function asPng(svg: SVGSVGElement): Promise<Blob> {
  const picture = new Image();
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(new XMLSerializer().serializeToString(svg))}`;
  await picture.decode();
  const canvas = document.createElement("canvas");
  canvas.width = Math.ceil(picture.width * FINER);
  canvas.height = Math.ceil(picture.height * FINER);
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((done, failed) => canvas.toBlob((blob) => (blob ? done(blob) : failed(new Error("The drawing is too large for a PNG."))), "image/png"));
}

/** Saves every drawing of the view; returns how many there were. */
export async function saveDrawings(form: "svg" | "png", name: string): Promise<number> {
  const found = drawings();
  for (const [at, one] of found.entries()) {
    const copy = alone(one);
    const blob = form === "png" ? await asPng(copy) : new Blob([new XMLSerializer().serializeToString(copy)], { type: "image/svg+xml" });
    const address = URL.createObjectURL(blob);
    const said = one.getAttribute("aria-label")?.slice(0, 40) ?? String(at + 1);
    const file = `${name} ${said}`.replace(/[^\p{L}\p{N}]+/gu, "-").replace(/^-|-$/g, "");
    Object.assign(document.createElement("a"), { href: address, download: `${file}.${form}` }).click();
    setTimeout(() => URL.revokeObjectURL(address), 60_000);
  }
  return found.length;
}
