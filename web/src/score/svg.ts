const SVG = 'http://www.w3.org/2000/svg';

/** A new SVG element with attributes. */
export const newShape = (name: string, attributes: Readonly<Record<string, string | number>>): SVGElement => {
  const shape = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) shape.setAttribute(key, String(value));
  return shape;
};
