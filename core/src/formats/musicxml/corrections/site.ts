import type { Side } from '../../../hand/hand';
import type { Bar, Note, Score } from '../../../score/score';
import { attribute, child, childNumber, childText, children, nameOf, type Element } from '../dom';
import type { Measure, MusicXmlDocument } from '../document';
import { findPianoParts, type PianoPart } from '../parts';
import { AS_WRITTEN, readTransposition, type Transposition } from '../transpose';
import { standsOnTwoStaves, type LinePlace } from './line';
import { readTimeline } from './timeline';

/** A document with its score while it is corrected. */
export interface OpenMusic {
  readonly document: MusicXmlDocument;
  readonly score: Score;
  readonly parts: readonly PianoPart[];
}

/** What holds in a part from its attributes up to a measure. */
export interface Standing {
  readonly unitsPerQuarter: number;
  readonly staves: number;
  /** Fifths written here: those of a transposing part are its own. */
  readonly fifths: number;
  readonly transposition: Transposition;
}

/** One measure of one piano part. */
export interface Site extends Standing {
  readonly part: PianoPart;
  readonly bar: Bar;
  readonly measure: Element;
}

export const openMusic = (document: MusicXmlDocument, score: Score): OpenMusic => {
  const parts = findPianoParts(document);
  return { document, score, parts: parts.kind === 'ok' ? parts.value : [] };
};

/** What holds after the attributes of so many measures. */
export const standingAfter = (measures: readonly Measure[], count: number): Standing => {
  let standing: Standing = { unitsPerQuarter: 1, staves: 1, fifths: 0, transposition: AS_WRITTEN };
  for (const { element } of measures.slice(0, count))
    for (const attributes of children(element, 'attributes')) {
      const [key, transpose] = [child(attributes, 'key'), child(attributes, 'transpose')];
      standing = {
        unitsPerQuarter: childNumber(attributes, 'divisions') ?? standing.unitsPerQuarter,
        staves: childNumber(attributes, 'staves') ?? standing.staves,
        fifths: (key && childNumber(key, 'fifths')) ?? standing.fifths,
        transposition: transpose ? readTransposition(transpose) : standing.transposition,
      };
    }
  return standing;
};

/** A measure with what holds there of the attributes before it. */
export const siteAt = ({ score }: OpenMusic, part: PianoPart, index: number): Site | undefined => {
  const [bar, measure] = [score.bars[index], part.measures[index]?.element];
  return bar && measure ? { part, bar, measure, ...standingAfter(part.measures, index + 1) } : undefined;
};

export interface Found {
  readonly site: Site;
  readonly element: Element;
}

/** Where the element with this id stands. */
export const findElement = (music: OpenMusic, id: string): Found | undefined => {
  for (const part of music.parts)
    for (const [index, { element: measure }] of part.measures.entries())
      for (const element of children(measure, 'note')) {
        if (attribute(element, 'id') !== id) continue;
        const site = siteAt(music, part, index);
        return site && { site, element };
      }
  return undefined;
};

/** The struck note with this id. */
export const findNote = ({ score }: OpenMusic, id: string): Note | undefined =>
  score.notes.find((note) => note.id === id);

/** The part and staff on which a hand is written; of several staves the outermost. */
export const homeOf = (
  music: OpenMusic,
  side: Side,
  index: number,
): { site: Site; staff: number | undefined } | undefined => {
  for (const part of music.parts) {
    const site = siteAt(music, part, index);
    if (!site) continue;
    const staves = Array.from({ length: site.staves }, (_, staff) => staff + 1);
    const own = staves.filter((staff) => part.sideOfStaff(staff) === side);
    const staff = side === 'right' ? own[0] : own[own.length - 1];
    if (staff !== undefined) return { site, staff: site.staves > 1 ? staff : undefined };
  }
  return undefined;
};

/** The line in which an element is written. */
export const lineOf = (site: Site, element: Element): LinePlace => {
  const voice = childText(element, 'voice') || '1';
  return lineNamed(site, voice, site.staves > 1 ? (childNumber(element, 'staff') ?? 1) : undefined);
};

export const lineNamed = (
  { measure, bar, unitsPerQuarter }: Site,
  voice: string,
  staff: number | undefined,
): LinePlace => ({
  voice,
  staff,
  ownStaffOnly: staff !== undefined && standsOnTwoStaves(readTimeline(measure), voice),
  bar,
  unitsPerQuarter,
});

/** Voices that stand on a staff in a measure, in order. */
export const voicesOn = ({ measure }: Site, staff: number | undefined): readonly string[] => {
  const voices = children(measure)
    .filter((element) => nameOf(element) === 'note')
    .filter((note) => staff === undefined || (childNumber(note, 'staff') ?? 1) === staff)
    .map((note) => childText(note, 'voice') || '1');
  return [...new Set(voices)];
};
