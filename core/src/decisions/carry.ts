import type { Locks } from '../fingering/model/playable';
import type { Finger, Side } from '../hand/hand';
import { pitchName } from '../keyboard/pitch';
import type { Alignment } from '../score/align';
import { barName, numberOfBar } from '../score/bar-words';
import type { Easing } from '../score/eased';
import type { Score } from '../score/score';

/** Decisions about a piece, carried over to other notes of the same music. */

interface OfBar {
  readonly bar: number;
}

interface TrialOfBars {
  readonly bars: [number, number];
  readonly ways: { fingers: [string, Finger][] }[];
}

/** What of the decisions besides the fingers is about bars and notes. */
export interface AboutBars {
  readonly given: readonly { readonly noteId: string; readonly side: Side }[];
  readonly eased: readonly Easing[];
  readonly remarks: readonly (OfBar & { readonly side: Side; readonly text: string })[];
  readonly apart: readonly (OfBar & { readonly side: Side })[];
  readonly playing: {
    readonly sections: readonly OfBar[];
    readonly octaves: readonly OfBar[];
    readonly pedal: readonly { readonly bars: [number, number] }[];
  };
  readonly practice: {
    readonly trials: readonly TrialOfBars[];
    readonly spots: {
      readonly added: readonly OfBar[];
      readonly dropped: readonly number[];
      readonly order: readonly number[];
    };
  };
}

/** @typeParam D - the desk: decisions besides the fingers, those about bars and notes among them */
export interface Decided<D extends AboutBars = AboutBars> {
  readonly locks: Locks;
  readonly desk: D;
}

/** A decision that has no place in the changed music. */
export type LostDecision = {
  readonly side: Side;
  /** The printed number of the bar it was about. */
  readonly bar: number;
} & (
  | { readonly kind: 'finger'; readonly pitch: string; readonly finger: number }
  | { readonly kind: 'given'; readonly pitch: string }
  | { readonly kind: 'remark'; readonly text: string }
);

export interface Carried<D extends AboutBars = AboutBars> extends Decided<D> {
  readonly lost: readonly LostDecision[];
  /** How many fingers that had been set stay set. */
  readonly kept: number;
}

/** @example wordLost({ kind: 'finger', side: 'right', bar: 4, pitch: 'D5', finger: 3 }) // => 'Bar 4, right hand: 3 on D5' */
export const wordLost = (lost: LostDecision): string => {
  const place = `${barName(lost.bar)}, ${lost.side} hand:`;
  switch (lost.kind) {
    case 'finger':
      return `${place} ${lost.finger} on ${lost.pitch}`;
    case 'given':
      return `${place} ${lost.pitch}, given to the other hand`;
    case 'remark':
      return `${place} the remark “${lost.text}”`;
  }
};

/** Trials of bars that are still there, with the fingers of notes that are. */
const carriedTrials = <T extends TrialOfBars>(
  trials: readonly T[],
  { notes, bars }: Pick<Alignment, 'notes' | 'bars'>,
): T[] =>
  trials.flatMap((trial): T[] => {
    const [first, last] = [bars.get(trial.bars[0]), bars.get(trial.bars[1])];
    if (first === undefined || last === undefined) return [];
    const ways = trial.ways.map((way) => ({
      ...way,
      fingers: way.fingers.flatMap(([id, finger]): [string, Finger][] => {
        const now = notes.get(id);
        return now === undefined ? [] : [[now, finger]];
      }),
    }));
    return [{ ...trial, bars: [first, last], ways }];
  });

/** What is said of bars goes with them; of a stretch, with what is left of it. */
const carriedBars = (
  { playing, practice }: AboutBars,
  { notes, bars }: Pick<Alignment, 'notes' | 'bars'>,
): Pick<AboutBars, 'playing' | 'practice'> => {
  const moved = <T extends OfBar>(all: readonly T[]): T[] =>
    all.flatMap((one) => {
      const now = bars.get(one.bar);
      return now === undefined ? [] : [{ ...one, bar: now }];
    });
  const numbers = (all: readonly number[]): number[] => all.flatMap((bar) => bars.get(bar) ?? []);
  const pedal = playing.pedal.flatMap((one) => {
    const [first, last] = one.bars;
    const left = [...bars].filter(([was]) => was >= first && was <= last).map(([, now]) => now);
    return left.length === 0 ? [] : [{ ...one, bars: [Math.min(...left), Math.max(...left)] as [number, number] }];
  });
  const { spots } = practice;
  return {
    playing: { ...playing, sections: moved(playing.sections), octaves: moved(playing.octaves), pedal },
    practice: {
      ...practice,
      trials: carriedTrials(practice.trials, { notes, bars }),
      spots: { ...spots, added: moved(spots.added), dropped: numbers(spots.dropped), order: numbers(spots.order) },
    },
  };
};

/**
 * Carries decisions from one score to another of which it is known what corresponds. What has lost its note or its bar is
 * listed; that a bar goes its own way is no loss when the bar itself is gone, nor what was eased when its note is.
 */
export const carryDecisions = <D extends AboutBars>(
  { locks, desk }: Decided<D>,
  { notes, bars }: Alignment,
  before: Score,
): Carried<D> => {
  const noteById = new Map(before.notes.map((note) => [note.id, note]));
  const numberOf = (bar: number): number => numberOfBar(before, bar);
  const lost: LostDecision[] = [];
  const carried = new Map(
    [...locks].flatMap(([id, finger]) => {
      const [now, note] = [notes.get(id), noteById.get(id)];
      if (now !== undefined) return [[now, finger] as const];
      if (note)
        lost.push({ kind: 'finger', side: note.side, bar: numberOf(note.bar), pitch: pitchName(note.pitch), finger });
      return [];
    }),
  );
  const given = desk.given.flatMap((gift) => {
    const [now, note] = [notes.get(gift.noteId), noteById.get(gift.noteId)];
    if (now !== undefined) return [{ ...gift, noteId: now }];
    if (note) lost.push({ kind: 'given', side: note.side, bar: numberOf(note.bar), pitch: pitchName(note.pitch) });
    return [];
  });
  const remarks = desk.remarks.flatMap((remark) => {
    const now = bars.get(remark.bar);
    if (now !== undefined) return [{ ...remark, bar: now }];
    lost.push({ kind: 'remark', side: remark.side, bar: numberOf(remark.bar), text: remark.text });
    return [];
  });
  const apart = desk.apart.flatMap((place) => {
    const now = bars.get(place.bar);
    return now === undefined ? [] : [{ ...place, bar: now }];
  });
  const eased = desk.eased.flatMap((easing): Easing[] => {
    const now = notes.get(easing.noteId);
    if (now === undefined) return [];
    if (easing.kind !== 'let-go') return [{ ...easing, noteId: now }];
    const before = notes.get(easing.beforeId);
    return before === undefined ? [] : [{ ...easing, noteId: now, beforeId: before }];
  });
  const { playing, practice } = carriedBars(desk, { notes, bars });
  return {
    locks: carried,
    desk: { ...desk, given, eased, remarks, apart, playing, practice },
    lost,
    kept: carried.size,
  };
};
