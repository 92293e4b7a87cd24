/** The line map as a picture: what is drawn on the page, as one SVG that needs nothing from it. */

const XML = "http://www.w3.org/2000/svg";
const STYLES = ["fill", "stroke", "stroke-width", "stroke-dasharray", "stroke-linecap", "stroke-linejoin", "opacity", "fill-opacity", "stroke-opacity"];

/** Draws an element and everything in it: shapes as they are, boxes as lines and grounds, words where they stand. */
export async function asSvg(root: HTMLElement): Promise<string> {
  const box = root.getBoundingClientRect();
  const scale = root.clientWidth === 0 ? 1 : box.width / root.offsetWidth || 1;
  const [width, height] = [Math.ceil(box.width / scale), Math.ceil(box.height / scale)];
  const svg = document.createElementNS(XML, "svg");
  for (const [name, value] of Object.entries({ width, height, viewBox: `0 0 ${width} ${height}`, xmlns: XML })) svg.setAttribute(name, String(value));
  const style = document.createElementNS(XML, "style");
  style.textContent = `${await typeface()} text { font-family: "Public Sans Variable", sans-serif; font-variant-numeric: tabular-nums; white-space: pre; }`;
  svg.append(style, rectangle(0, 0, width, height, getComputedStyle(document.body).backgroundColor));
  const at = (rect: DOMRect) => ({
    x: (rect.left - box.left) / scale,
    y: (rect.top - box.top) / scale,
    width: rect.width / scale,
    height: rect.height / scale,
  });
  draw(root, svg, at);
  return new XMLSerializer().serializeToString(svg);
}

type At = (rect: DOMRect) => { x: number; y: number; width: number; height: number };

function draw(element: Element, svg: SVGSVGElement, at: At) {
  const style = getComputedStyle(element);
  if (style.display === "none" || style.visibility === "hidden" || element.hasAttribute("data-overview") || element.closest("[data-not-saved]")) return;
  // What is said to a screen reader alone isn't seen.
  if (style.position === "absolute" && style.overflow === "hidden" && parseFloat(style.width) <= 1) return;
  if (element instanceof SVGSVGElement) {
    const { x, y } = at(element.getBoundingClientRect());
    const copy = inlined(element);
    const group = document.createElementNS(XML, "g");
    // A mark has a box of its own to be drawn in.
    const view = element.viewBox.baseVal;
    const shown = element.getBoundingClientRect();
    const grow = view && view.width > 0 ? at(shown).width / view.width : 1;
    group.setAttribute("transform", `translate(${x} ${y}) scale(${grow})`);
    group.append(...copy.childNodes);
    svg.append(group);
    return;
  }
  const { x, y, width, height } = at(element.getBoundingClientRect());
  if (style.backgroundColor !== "rgba(0, 0, 0, 0)") svg.append(rectangle(x, y, width, height, style.backgroundColor));
  const edges = [
    ["Top", x, y, width, 0],
    ["Bottom", x, y + height, width, 0],
    ["Left", x, y, 0, height],
    ["Right", x + width, y, 0, height],
  ] as const;
  for (const [side, left, top, across, down] of edges) {
    const wide = parseFloat(style[`border${side}Width`]);
    if (wide > 0 && style[`border${side}Style`] !== "none")
      svg.append(rectangle(left, top, Math.max(across, wide), Math.max(down, wide), style[`border${side}Color`]));
  }
  for (const child of element.childNodes) {
    if (child instanceof Element) draw(child, svg, at);
    else if (child instanceof Text) words(child, style, svg, at);
  }
}

/** Words, a line at a time, where the page has broken them. */
function words(node: Text, style: CSSStyleDeclaration, svg: SVGSVGElement, at: At) {
  const range = document.createRange();
  const box = style.textOverflow === "ellipsis" ? node.parentElement?.getBoundingClientRect() : undefined;
  let line = "";
  let first: DOMRect | undefined;
  const put = () => {
    if (!first || line.trim() === "") return;
    const { x, y, height } = at(first);
    const text = document.createElementNS(XML, "text");
    const size = parseFloat(style.fontSize);
    const lead = line.length - line.trimStart().length;
    text.setAttribute("x", String(x));
    text.setAttribute("y", String(y + height / 2 + size * 0.35));
    text.setAttribute("font-size", String(size));
    text.setAttribute("font-weight", style.fontWeight);
    text.setAttribute("fill", style.color);
    text.textContent = line.slice(lead).trimEnd();
    svg.append(text);
  };
  for (let place = 0; place < node.data.length; place += 1) {
    range.setStart(node, place);
    range.setEnd(node, place + 1);
    const [rect] = range.getClientRects();
    if (!rect || rect.width === 0) continue;
    // Where the page has no room for the rest, neither has the picture.
    if (box && rect.right > box.right - 8) {
      line = `${line.trimEnd()}…`;
      break;
    }
    if (first && Math.abs(rect.top - first.top) > 2) {
      put();
      line = "";
      first = undefined;
    }
    if (line === "" && node.data[place]?.trim() === "") continue;
    first ??= rect;
    line += node.data[place];
  }
  put();
}

/** A drawing with what the page's styles make of it written into it. */
function inlined(element: SVGElement): SVGElement {
  const copy = element.cloneNode(true) as SVGElement;
  const pairs: [Element, Element][] = [[element, copy]];
  for (let pair = pairs.pop(); pair; pair = pairs.pop()) {
    const [from, to] = pair;
    const style = getComputedStyle(from);
    for (const name of STYLES) to.setAttribute(name, style.getPropertyValue(name));
    if (from instanceof SVGTextContentElement) {
      to.setAttribute("font-size", style.fontSize);
      to.setAttribute("font-weight", style.fontWeight);
    }
    for (const name of ["class", "id", "role", "tabindex", "aria-label", "aria-pressed", "style"]) to.removeAttribute(name);
    [...from.children].forEach((child, number) => {
      const other = to.children[number];
      if (other) pairs.push([child, other]);
    });
  }
  return copy;
}

function rectangle(x: number, y: number, width: number, height: number, fill: string): SVGRectElement {
  const rect = document.createElementNS(XML, "rect");
  for (const [name, value] of Object.entries({ x, y, width, height, fill })) rect.setAttribute(name, String(value));
  return rect;
}

/** The page's type, written into the picture: it looks the same where the type isn't installed. */
async function typeface(): Promise<string> {
  const rules = [...document.styleSheets].flatMap((sheet) => [...sheet.cssRules]);
  const faces = rules.filter(
    (rule): rule is CSSFontFaceRule => rule instanceof CSSFontFaceRule && rule.style.getPropertyValue("unicode-range").includes("U+0-FF"),
  );
  const written = faces.slice(0, 1).map(async (face) => {
    const source = face.style.getPropertyValue("src");
    const [, address] = /url\("?([^")]+)"?\)/.exec(source) ?? [];
    if (address === undefined) return "";
    const file = await fetch(new URL(address, face.parentStyleSheet?.href ?? document.baseURI)).then((answer) => answer.blob());
    return `@font-face { font-family: "Public Sans Variable"; font-weight: 100 900; src: url("${await asDataUrl(file)}") format("woff2"); }`;
  });
  return (await Promise.all(written)).join(" ");
}

const asDataUrl = (file: Blob) =>
  new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error("The type can’t be read."));
    reader.readAsDataURL(file);
  });

/** The same as dots, twice as dense as the page. */
export async function asPng(svg: string): Promise<Blob> {
  const DENSE = 2;
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [image.width * DENSE, image.height * DENSE];
  canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error("The picture is larger than this browser draws: save it as SVG."))), "image/png"),
  );
}

/** Hands a file to the browser to be saved. */
export function save(file: Blob, name: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
