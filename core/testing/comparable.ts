import type { Score } from '../src/score/score';

/** The same text for the same facts, in whichever order they were written down. */
const textOf = (record: object): string => JSON.stringify(Object.entries(record).sort(([a], [b]) => (a < b ? -1 : 1)));

const byText = (a: object, b: object): number => (textOf(a) < textOf(b) ? -1 : 1);

/** A score without the names of its notes, which differ from document to document: what must survive a journey. */
export const comparable = (score: Score) => {
  const noteOf = new Map(
    score.notes.flatMap(({ id, tiedIds, onsetTicks, midi, voice }) =>
      [id, ...tiedIds].map((own) => [own, `${onsetTicks} ${midi} ${voice}`] as const),
    ),
  );
  return {
    ...score,
    notes: score.notes.map(({ id: _id, tiedIds: _tiedIds, ...note }) => note).sort(byText),
    slurs: score.slurs
      .map(({ fromId, toId, ...slur }) => ({ ...slur, from: noteOf.get(fromId), to: noteOf.get(toId) }))
      .sort(byText),
    marks: [...score.marks].sort(byText),
  };
};
