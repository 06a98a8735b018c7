import { slurBetween, type Note, type ScoreIssue, type Slur } from '../../score/score';
import { pitchName } from '../../keyboard/pitch';
import type { GrowingNote, MeasureNote } from './measure';

/** Joins what runs from note to note across barlines: ties and slurs. */

/** Folds tied continuations into the note that is struck. Notes come in document order of one part. */
export const joinTies = (
  placed: readonly MeasureNote[],
): { readonly notes: readonly Note[]; readonly issues: readonly ScoreIssue[] } => {
  const notes: GrowingNote[] = [];
  const issues: ScoreIssue[] = [];
  const open = new Map<string, GrowingNote[]>();
  const byOnset = [...placed].sort((a, b) => a.note.onsetTicks - b.note.onsetTicks);
  for (const { note, tieStarts, tieStops } of byOnset) {
    // A tie may change voice but not hand or key, and goes on exactly where the note before it ends.
    const key = `${note.side} ${note.midi}`;
    const waiting = open.get(key) ?? [];
    const ending = tieStops
      ? waiting.filter(
          (one) => one.onsetTicks + one.durationTicks === note.onsetTicks && one.onsetTicks < note.onsetTicks,
        )
      : [];
    const from = ending.find(({ voice }) => voice === note.voice) ?? ending[0];
    if (tieStops && !from) issues.push({ bar: note.bar, code: 'tie-without-start', pitch: pitchName(note.pitch) });
    if (from) {
      from.durationTicks += note.durationTicks;
      from.tiedIds.push(note.id);
      from.printed = [...from.printed, ...note.printed];
      from.fermata ||= note.fermata;
      if (!tieStarts)
        open.set(
          key,
          waiting.filter((one) => one !== from),
        );
      continue;
    }
    notes.push(note);
    // One that has ended without going on is forgotten.
    if (tieStarts)
      open.set(key, [...waiting.filter((one) => one.onsetTicks + one.durationTicks >= note.onsetTicks), note]);
  }
  return { notes, issues };
};

/** Slurs as pairs of notes. An end without a beginning, or the other way round, is left out. */
export const joinSlurs = (placed: readonly MeasureNote[]): readonly Slur[] => {
  const slurs: Slur[] = [];
  const open = new Map<string, Note>();
  for (const { note, slurs: ends } of placed)
    for (const { number, type } of ends) {
      const key = `${note.staff} ${number}`;
      const from = open.get(key) ?? open.get(`${note.staff === 1 ? 2 : 1} ${number}`);
      if (type === 'start') open.set(key, note);
      if (type !== 'stop' || !from) continue;
      open.delete(`${from.staff} ${number}`);
      slurs.push(slurBetween(from, note));
    }
  return slurs;
};
