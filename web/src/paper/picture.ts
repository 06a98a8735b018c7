/** A drawn stretch of music as a picture that stands on its own: styles and fonts inside, nothing to be fetched. */

const FACE = 'Atkinson Hyperlegible Next Variable';

/** What the page's style sheets say about numbers and marks; the rest of the drawing brings its own. */
const FROZEN = ['fill', 'stroke', 'opacity', 'font-family', 'font-weight'] as const;

/** Room over and under the drawing for marks that stand out of it. */
const MARGIN_PX = 14;

/** Width and height of a picture of a drawing, CSS pixels. */
export const sizeOf = (drawn: SVGSVGElement): { readonly width: number; readonly height: number } => {
  const { width, height } = drawn.getBoundingClientRect();
  return { width: Math.round(width), height: Math.round(height) + 2 * MARGIN_PX };
};

const base64 = (bytes: Uint8Array): string => {
  let text = '';
  // Arguments of one call are limited.
  for (let at = 0; at < bytes.length; at += 0x8000) text += String.fromCharCode(...bytes.subarray(at, at + 0x8000));
  return btoa(text);
};

const isLatin = (rule: CSSFontFaceRule): boolean =>
  /U\+0000-00FF|U\+0-FF/i.test(rule.style.getPropertyValue('unicode-range'));

/** Where the page itself has the face from: the file ships with the application. */
const faceAddress = (page: Document): string | undefined => {
  for (const sheet of page.styleSheets)
    for (const rule of sheet.cssRules) {
      if (!(rule instanceof CSSFontFaceRule) || !isLatin(rule)) continue;
      const { style } = rule;
      const isUpright = !/italic/.test(style.getPropertyValue('font-style'));
      if (style.getPropertyValue('font-family').includes(FACE) && isUpright)
        return /url\(["']?([^"')]+)["']?\)/.exec(style.getPropertyValue('src'))?.[1];
    }
  return undefined;
};

/** The text face as a rule that carries the font itself. */
export const fontRule = async (page: Document): Promise<string> => {
  const address = faceAddress(page);
  if (!address) return '';
  const font = new Uint8Array(await (await fetch(new URL(address, page.baseURI))).arrayBuffer());
  return `@font-face{font-family:'${FACE}';font-weight:200 800;src:url(data:font/woff2;base64,${base64(font)}) format('woff2')}`;
};

/** Written as the element's own style: the engraver's rules for lines in its drawing go by id. */
const freeze = (element: Element): void => {
  const style = getComputedStyle(element);
  const frozen = FROZEN.map((name) => `${name}:${style.getPropertyValue(name)}`).join(';');
  element.setAttribute('style', frozen.replaceAll('"', "'"));
};

/** The drawing as the text of an SVG file, on white. It must stand in the page, where its styles are known. */
export const svgFile = (drawn: SVGSVGElement, fonts: string): string => {
  for (const hidden of drawn.querySelectorAll('g.unwritten')) hidden.remove();
  for (const element of drawn.querySelectorAll('g.fing *, g.mark *')) freeze(element);
  const svg = drawn.cloneNode(true) as SVGSVGElement;
  const { width, height } = sizeOf(drawn);
  svg.setAttribute('width', String(width));
  svg.setAttribute('height', String(height));
  svg.setAttribute('viewBox', `0 ${-MARGIN_PX} ${width} ${height}`);
  for (const element of svg.querySelectorAll('[font-family^="Times"]'))
    element.setAttribute('font-family', `${FACE}, sans-serif`);
  const namespace = svg.namespaceURI!;
  const ground = document.createElementNS(namespace, 'rect');
  ground.setAttribute('y', String(-MARGIN_PX));
  ground.setAttribute('width', '100%');
  ground.setAttribute('height', '100%');
  ground.setAttribute('style', 'fill:#fff;stroke:none');
  const style = document.createElementNS(namespace, 'style');
  style.textContent = fonts;
  svg.prepend(style, ground);
  return new XMLSerializer().serializeToString(svg);
};

/** Dots to a CSS pixel: about 300 to the inch. */
const PIXELS = 3;

/** The picture as PNG. */
export const pngFile = async (svg: string, width: number, height: number): Promise<Blob> => {
  const image = new Image();
  image.src = `data:image/svg+xml;base64,${base64(new TextEncoder().encode(svg))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [Math.round(width * PIXELS), Math.round(height * PIXELS)];
  const context = canvas.getContext('2d')!;
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob ? resolve(blob) : reject(new Error('The picture is too large for this browser.'))),
      'image/png',
    ),
  );
};

/** Hands a file to the browser's downloads. */
export const offer = (file: Blob, name: string): void => {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(file);
  link.download = name;
  link.click();
  // The download has begun by the next turn.
  setTimeout(() => URL.revokeObjectURL(link.href));
};
