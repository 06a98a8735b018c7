import {
  Document,
  Element,
  isTag,
  isText,
  ProcessingInstruction,
  Text,
  type ChildNode,
  type ParentNode,
} from 'domhandler';
import { appendChild, prepend, removeElement, textContent } from 'domutils';

/** Reading and changing the tree that keeps the whole document, understood or not. */

export type { Document, Element } from 'domhandler';

/** The name without the prefix of its namespace. */
export const nameOf = ({ name }: Element): string => name.slice(name.indexOf(':') + 1);

const isNamed = (element: Element, name: string): boolean =>
  element.name === name || (element.name.length > name.length && nameOf(element) === name);

/** Child elements in document order, all or those of one name. */
export const children = (parent: ParentNode, name?: string): Element[] => {
  const found: Element[] = [];
  for (const node of parent.children) if (isTag(node) && (name === undefined || isNamed(node, name))) found.push(node);
  return found;
};

export const child = (parent: ParentNode, name: string): Element | undefined => {
  for (const node of parent.children) if (isTag(node) && isNamed(node, name)) return node;
  return undefined;
};

/** Follows one name after another down the tree. @example path(note, 'notations', 'technical') */
export const path = (parent: Element, ...names: readonly string[]): Element | undefined =>
  names.reduce<Element | undefined>((element, name) => element && child(element, name), parent);

/** Trimmed text of an element; empty when it is missing. */
export const text = (element: Element | undefined): string => {
  if (!element) return '';
  const [first, second] = element.children;
  // Nearly always one piece of text: found without gathering.
  return (first && isText(first) && !second ? first.data : textContent(element)).trim();
};

export const childText = (parent: Element, name: string): string => text(child(parent, name));

/** A number, or undefined when missing or not a finite decimal. */
export const numberIn = (written: string): number | undefined =>
  /^[-+]?(\d+\.?\d*|\.\d+)$/.test(written) ? Number(written) : undefined;

export const childNumber = (parent: Element, name: string): number | undefined => numberIn(childText(parent, name));

/** The value of an attribute, or undefined when it is missing. */
export const attribute = ({ attribs }: Element, name: string): string | undefined => attribs[name];

export const setAttribute = ({ attribs }: Element, name: string, value: string): void => {
  attribs[name] = value;
};

export const dropAttribute = (element: Element, name: string): void => {
  const { [name]: _dropped, ...kept } = element.attribs;
  element.attribs = kept;
};

/** Puts a node last in its new parent. */
export const append: (parent: ParentNode, node: ChildNode) => void = appendChild;

export const appendText = (parent: ParentNode, content: string): void => append(parent, new Text(content));

/** Puts an element before a node of its new parent; last where there is none. */
export const insertBefore = (parent: ParentNode, element: Element, before: ChildNode | undefined): void => {
  if (before) prepend(before, element);
  else append(parent, element);
};

/** Takes a node out of its parent. */
export const remove: (node: ChildNode) => void = removeElement;

export const removeAll = (parent: ParentNode): void => [...parent.children].forEach(remove);

export const setText = (element: Element, content: string): void => {
  removeAll(element);
  appendText(element, content);
};

/** The element that an element stands in. */
export const parentOf = ({ parent }: Element): Element | undefined => (parent && isTag(parent) ? parent : undefined);

/** The text of a node that is nothing but text; empty for others. */
export const bareText = (node: ChildNode | undefined): string => (node && isText(node) ? node.data : '');

/** A new element that belongs to the same namespace as one of its document: it takes over its prefix. */
export const elementLike = (near: Element, name: string, attributes: Readonly<Record<string, string>> = {}): Element =>
  new Element(near.name.slice(0, near.name.indexOf(':') + 1) + name, { ...attributes });

/** The child of this name; where there is none a new one, before a node of its parent or last. */
export const childOrNew = (parent: Element, name: string, before?: ChildNode): Element => {
  const present = child(parent, name);
  if (present) return present;
  const made = elementLike(parent, name);
  insertBefore(parent, made, before);
  return made;
};

/** A document with nothing in its root element yet. `doctype` is what stands between `<!DOCTYPE ` and `>`. */
export const newDocument = (
  name: string,
  doctype: string,
  attributes: Readonly<Record<string, string>>,
): { readonly dom: Document; readonly root: Element } => {
  const dom = new Document([]);
  const root = new Element(name, { ...attributes });
  append(dom, new ProcessingInstruction('!doctype', `!DOCTYPE ${doctype}`));
  append(dom, root);
  return { dom, root };
};
