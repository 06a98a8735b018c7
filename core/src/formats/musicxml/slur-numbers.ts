import type { Score } from '../../score/score';
import type { WrittenBar } from '../notation/written';

/** One end of a slur at a note, under the number by which its two ends find each other. */
export interface SlurEnd {
  readonly number: number;
  readonly type: 'start' | 'stop';
}

/** MusicXML numbers slurs 1 to 16 (number-level). */
const MOST_NUMBERS = 16;

interface Span {
  readonly from: string;
  readonly to: string;
  readonly first: number;
  readonly last: number;
}

/** Where each tied piece of each note stands in the document, by `id piece`. */
const placesOf = (bars: readonly WrittenBar[]): ReadonlyMap<string, number> => {
  const places = new Map<string, number>();
  for (const { lines } of bars)
    for (const { events } of lines)
      for (const { notes } of events)
        for (const { note, piece } of notes) places.set(`${note.id} ${piece}`, places.size);
  return places;
};

/**
 * Numbers for the slurs of a score, so that slurs under one number never overlap in the document. Keyed by note id and tied
 * piece; a slur beyond sixteen at once is left out.
 */
export const slurNumbers = (score: Score, bars: readonly WrittenBar[]): ReadonlyMap<string, readonly SlurEnd[]> => {
  const places = placesOf(bars);
  const keyOf = new Map(
    score.notes.flatMap(({ id, tiedIds }) => [id, ...tiedIds].map((own, piece) => [own, `${id} ${piece}`] as const)),
  );
  const placeOf = (id: string): { key: string; place: number } | undefined => {
    const key = keyOf.get(id);
    const place = key === undefined ? undefined : places.get(key);
    return key === undefined || place === undefined ? undefined : { key, place };
  };
  const spans = score.slurs
    .flatMap(({ fromId, toId }): Span[] => {
      const [from, to] = [placeOf(fromId), placeOf(toId)];
      if (!from || !to || from.place >= to.place) return [];
      return [{ from: from.key, to: to.key, first: from.place, last: to.place }];
    })
    .sort((a, b) => a.first - b.first || a.last - b.last);
  const ends = new Map<string, SlurEnd[]>();
  const add = (key: string, end: SlurEnd): void => void ends.set(key, [...(ends.get(key) ?? []), end]);
  const busyUntil: number[] = [];
  for (const { from, to, first, last } of spans) {
    let number = busyUntil.findIndex((until) => until <= first);
    if (number < 0) number = busyUntil.length;
    if (number >= MOST_NUMBERS) continue;
    busyUntil[number] = last;
    add(from, { number: number + 1, type: 'start' });
    add(to, { number: number + 1, type: 'stop' });
  }
  return ends;
};
