/** Saving what is seen: a drawing as SVG or PNG, numbers as CSV. */

/** What of its look a drawing takes along: the page's styles stay behind. */
const STYLES = [
  "fill",
  "fill-opacity",
  "stroke",
  "stroke-width",
  "stroke-dasharray",
  "stroke-opacity",
  "opacity",
  "font-family",
  "font-size",
  "font-weight",
  "text-anchor",
  "dominant-baseline",
];
const SHARPNESS = 2;

/** Offer a file under that name. */
function save(name: string, content: Blob) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  // The browser has it by then.
  window.setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** The drawing alone, with the look that it has on the page. */
export function drawingOf(svg: SVGSVGElement, ground: string): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const originals = [svg, ...svg.querySelectorAll<SVGElement>("*")];
  const copies = [copy, ...copy.querySelectorAll<SVGElement>("*")];
  originals.forEach((original, place) => {
    const computed = getComputedStyle(original);
    const style = STYLES.map((name) => `${name}:${computed.getPropertyValue(name)}`).join(";");
    copies[place]?.setAttribute("style", style);
  });
  const { width, height } = svg.getBoundingClientRect();
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  copy.setAttribute("viewBox", `0 0 ${width} ${height}`);
  const back = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  for (const [name, value] of Object.entries({ width: "100%", height: "100%", fill: ground }))
    back.setAttribute(name, value);
  copy.prepend(back);
  return new XMLSerializer().serializeToString(copy);
}

export function saveSvg(svg: SVGSVGElement, name: string, ground: string) {
  save(`${name}.svg`, new Blob([drawingOf(svg, ground)], { type: "image/svg+xml" }));
}

export async function savePng(svg: SVGSVGElement, name: string, ground: string) {
  const { width, height } = svg.getBoundingClientRect();
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(drawingOf(svg, ground))}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = width * SHARPNESS;
  canvas.height = height * SHARPNESS;
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, "image/png"));
  if (blob) save(`${name}.png`, blob);
}

/** A cell that a spreadsheet would take for a formula is marked as text (OWASP); commas, quotes and lines are quoted. */
export function csvCell(value: string | number): string {
  if (typeof value === "number") return String(value);
  const safe = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\n\r]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

export function saveCsv(heads: string[], rows: (string | number)[][], name: string) {
  const lines = [heads, ...rows].map((row) => row.map(csvCell).join(","));
  save(`${name}.csv`, new Blob([`${lines.join("\r\n")}\r\n`], { type: "text/csv;charset=utf-8" }));
}
