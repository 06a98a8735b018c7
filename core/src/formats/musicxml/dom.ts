import type { Document, Element, Node } from '@xmldom/xmldom';

/** Small reading aids over the DOM that keeps the whole document, understood or not. */

const ELEMENT_NODE = 1;

const isElement = (node: Node): node is Element => node.nodeType === ELEMENT_NODE;

export const nameOf = (element: Element): string => element.localName ?? element.tagName;

/** Child elements in document order, all or those of one name. */
export const children = (parent: Element | Document, name?: string): Element[] => {
  const found: Element[] = [];
  for (let node = parent.firstChild; node; node = node.nextSibling) {
    if (isElement(node) && (name === undefined || nameOf(node) === name)) found.push(node);
  }
  return found;
};

export const child = (parent: Element, name: string): Element | undefined => {
  for (let node = parent.firstChild; node; node = node.nextSibling) {
    if (isElement(node) && nameOf(node) === name) return node;
  }
  return undefined;
};

/** Follows one name after another down the tree. @example path(note, 'notations', 'technical') */
export const path = (parent: Element, ...names: readonly string[]): Element | undefined =>
  names.reduce<Element | undefined>((element, name) => element && child(element, name), parent);

/** Trimmed text of an element; empty when it is missing. */
export const text = (element: Element | undefined): string => element?.textContent?.trim() ?? '';

export const childText = (parent: Element, name: string): string => text(child(parent, name));

/** A number, or undefined when missing or not a finite decimal. */
export const numberIn = (written: string): number | undefined =>
  /^[-+]?(\d+\.?\d*|\.\d+)$/.test(written) ? Number(written) : undefined;

export const childNumber = (parent: Element, name: string): number | undefined => numberIn(childText(parent, name));
