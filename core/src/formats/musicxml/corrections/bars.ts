import { fail, ok } from '../../../result';
import { fullBarTicks, type Score } from '../../../score/score';
import {
  append,
  attribute,
  child,
  children,
  insertBefore,
  nameOf,
  parentOf,
  remove,
  setAttribute,
  type Element,
} from '../dom';
import { buildBeside } from '../compose-note';
import { measuresByPart, type Measure } from '../document';
import type { Correction } from './correction';
import { dropSlursAt, piecesOf, untie, untieAround } from './joins';
import type { Done } from './notes';
import { standingAfter, type OpenMusic } from './site';

/** Corrections of whole bars, in every part of the document. */

type Of<Kind extends Correction['kind']> = Extract<Correction, { readonly kind: Kind }>;

const DONE: Done = ok(undefined);

const barlineAt = (measure: Element, location: 'left' | 'right'): Element | undefined =>
  children(measure, 'barline').find((barline) => (attribute(barline, 'location') || 'right') === location);

/** The attributes that open a measure, before anything sounds in it. */
const openingAttributes = (measure: Element): Element[] => {
  const all = children(measure);
  const firstSound = all.findIndex((element) => ['note', 'backup', 'forward'].includes(nameOf(element)));
  return all.slice(0, firstSound < 0 ? undefined : firstSound).filter((element) => nameOf(element) === 'attributes');
};

const isTempo = (direction: Element): boolean =>
  children(direction, 'direction-type').some((type) => child(type, 'metronome') !== undefined) ||
  children(direction, 'sound').some((sound) => attribute(sound, 'tempo') !== undefined);

const openingTempo = (measure: Element): Element[] =>
  children(measure).filter((element) => nameOf(element) === 'direction' && isTempo(element));

/** What goes on beyond a measure that is taken out: keys, metres, clefs, tempo, and the barlines round it. */
const handOn = (gone: Element, before: Element | undefined, after: Element | undefined): void => {
  if (after) {
    const [first] = after.children;
    for (const element of [...children(gone, 'attributes'), ...openingTempo(gone)]) insertBefore(after, element, first);
    const left = barlineAt(gone, 'left');
    if (left && !barlineAt(after, 'left')) insertBefore(after, left, after.children[0]);
  }
  const right = barlineAt(gone, 'right');
  if (right && before && !barlineAt(before, 'right')) append(before, right);
};

/** Moves printed numbers that are plain on by one, from a measure to the end. */
const renumber = (measures: readonly Measure[], from: number, by: number): void => {
  for (const { header } of measures.slice(from)) {
    const number = attribute(header, 'number') ?? '';
    if (/^\d+$/.test(number)) setAttribute(header, 'number', String(Number(number) + by));
  }
};

export const deleteBar = (music: OpenMusic, { bar }: Of<'delete-bar'>): Done => {
  const { document, score } = music;
  if (!score.bars[bar]) return fail({ code: 'no-such-bar' });
  for (const { element } of music.parts.flatMap(({ measures }) => measures[bar] ?? []))
    for (const note of children(element, 'note')) {
      const id = attribute(note, 'id') ?? '';
      untieAround(music, id);
      dropSlursAt(music, id);
    }
  const parts = [...measuresByPart(document).values()];
  for (const measures of parts) {
    const gone = measures[bar];
    if (gone) handOn(gone.element, measures[bar - 1]?.element, measures[bar + 1]?.element);
  }
  // In timewise scores the parts of a bar have one header, which goes once.
  for (const header of new Set(parts.flatMap((measures) => measures[bar]?.header ?? []))) remove(header);
  // An upbeat has no number to give up.
  if (score.bars[bar].number !== 0) renumberOnce(parts, bar + 1, -1);
  return DONE;
};

/** Headers that several parts share are renumbered once. */
const renumberOnce = (parts: readonly (readonly Measure[])[], from: number, by: number): void => {
  const seen = new Set<Element>();
  for (const measures of parts) {
    if (measures[from] && seen.has(measures[from].header)) continue;
    for (const { header } of measures) seen.add(header);
    renumber(measures, from, by);
  }
};

const restOf = (measure: Element, units: number, staves: number): Element[] => {
  const build = buildBeside(measure);
  return Array.from({ length: staves }, (_, index) => [
    ...(index > 0 ? [build('backup', {}, build('duration', {}, units))] : []),
    build(
      'note',
      {},
      build('rest', { measure: 'yes' }),
      build('duration', {}, units),
      build('voice', {}, String(4 * index + 1)),
      staves > 1 ? build('staff', {}, index + 1) : undefined,
    ),
  ]).flat();
};

const emptyBar = (measures: readonly Measure[], before: number, score: Score): Element[] => {
  const near = (measures[before] ?? measures[before - 1])!;
  const bar = score.bars[Math.max(0, before - 1)]!;
  const { unitsPerQuarter, staves } = standingAfter(measures, Math.max(1, before));
  return restOf(near.element, (fullBarTicks(score, bar.metre) * unitsPerQuarter) / score.ticksPerQuarter, staves);
};

/** Fills a new measure; what opened the piece or closed it goes on doing so. */
const settleIn = (measure: Element, measures: readonly Measure[], before: number, score: Score): void => {
  const rests = emptyBar(measures, before, score);
  const [first, last] = [measures[0]?.element, measures[measures.length - 1]?.element];
  if (before === 0 && first)
    for (const element of [...openingAttributes(first), ...openingTempo(first)]) append(measure, element);
  for (const rest of rests) append(measure, rest);
  const closing = last && before === measures.length ? barlineAt(last, 'right') : undefined;
  if (closing && !child(closing, 'repeat') && !child(closing, 'ending')) append(measure, closing);
};

export const insertBar = (music: OpenMusic, { before }: Of<'insert-bar'>): Done => {
  const { document, score } = music;
  if (before < 0 || before > score.bars.length) return fail({ code: 'no-such-bar' });
  if (before === 0 && score.bars[0]?.number === 0) return fail({ code: 'before-upbeat' });
  const onset = score.bars[before]?.onsetTicks ?? Infinity;
  const afterIt = new Set(
    music.parts.flatMap(({ measures }) =>
      measures.slice(before).flatMap(({ element }) => children(element, 'note').map((one) => attribute(one, 'id'))),
    ),
  );
  for (const note of score.notes) {
    // What sounds over the new bar's place is struck anew after it.
    if (note.onsetTicks >= onset || note.onsetTicks + note.durationTicks <= onset) continue;
    const pieces = piecesOf(note);
    const at = pieces.findIndex((id) => afterIt.has(id));
    if (at > 0) untie(music, pieces[at - 1], pieces[at]);
  }
  const parts = [...measuresByPart(document).values()];
  const build = buildBeside(document.root);
  const number = String(score.bars[before]?.number || (score.bars[before - 1]?.number ?? 0) + 1);
  if (document.layout === 'partwise')
    for (const measures of parts) {
      const near = measures[before] ?? measures[measures.length - 1];
      if (!near) continue;
      const measure = build('measure', { number });
      insertBefore(parentOf(near.element)!, measure, measures[before]?.element);
      settleIn(measure, measures, before, score);
    }
  else {
    const near = parts[0]?.[before] ?? parts[0]?.[parts[0].length - 1];
    const header = build('measure', { number });
    if (near) insertBefore(parentOf(near.header)!, header, parts[0]?.[before]?.header);
    for (const [id, measures] of measuresByPart(document)) {
      const part = build('part', { id });
      append(header, part);
      settleIn(part, measures, before, score);
    }
  }
  renumberOnce(parts, before, 1);
  return DONE;
};
