import { slurBetween, type Note, type ScoreIssue, type Slur } from '../../score/score';
import { pitchName } from '../../keyboard/pitch';
import type { MeasureNote } from './measure';

/** Joins what runs from note to note across barlines: ties and slurs. */

/** A note of a part with its bar and its onset in the piece. */
export type PlacedNote = MeasureNote & Pick<Note, 'bar'>;

type Growing = { -readonly [K in keyof Note]: Note[K] } & { tiedIds: string[] };

const bare = (placed: PlacedNote): Growing => {
  const { tieStarts: _starts, tieStops: _stops, slurs: _slurs, ...note } = placed;
  return { ...note, tiedIds: [] };
};

/** Folds tied continuations into the note that is struck. Notes come in document order of one part. */
export const joinTies = (
  placed: readonly PlacedNote[],
): { readonly notes: readonly Note[]; readonly issues: readonly ScoreIssue[] } => {
  const notes: Growing[] = [];
  const issues: ScoreIssue[] = [];
  const open = new Map<string, Growing[]>();
  const byOnset = [...placed].sort((a, b) => a.onsetTicks - b.onsetTicks);
  for (const note of byOnset) {
    // A tie may change voice but not hand or key, and goes on exactly where the note before it ends.
    const key = `${note.side} ${note.midi}`;
    const waiting = open.get(key) ?? [];
    const ending = note.tieStops
      ? waiting.filter(
          (one) => one.onsetTicks + one.durationTicks === note.onsetTicks && one.onsetTicks < note.onsetTicks,
        )
      : [];
    const from = ending.find(({ voice }) => voice === note.voice) ?? ending[0];
    if (note.tieStops && !from) issues.push({ bar: note.bar, code: 'tie-without-start', pitch: pitchName(note.pitch) });
    if (from) {
      from.durationTicks += note.durationTicks;
      from.tiedIds.push(note.id);
      from.printed = [...from.printed, ...note.printed];
      from.fermata ||= note.fermata;
      if (!note.tieStarts)
        open.set(
          key,
          waiting.filter((one) => one !== from),
        );
      continue;
    }
    const struck = bare(note);
    notes.push(struck);
    // One that has ended without going on is forgotten.
    if (note.tieStarts)
      open.set(key, [...waiting.filter((one) => one.onsetTicks + one.durationTicks >= note.onsetTicks), struck]);
  }
  return { notes, issues };
};

/** Slurs as pairs of notes. An end without a beginning, or the other way round, is left out. */
export const joinSlurs = (placed: readonly PlacedNote[]): readonly Slur[] => {
  const slurs: Slur[] = [];
  const open = new Map<string, PlacedNote>();
  for (const note of placed)
    for (const { number, type } of note.slurs) {
      const key = `${note.staff} ${number}`;
      const from = open.get(key) ?? open.get(`${note.staff === 1 ? 2 : 1} ${number}`);
      if (type === 'start') open.set(key, note);
      if (type !== 'stop' || !from) continue;
      open.delete(`${from.staff} ${number}`);
      slurs.push(slurBetween(from, note));
    }
  return slurs;
};
