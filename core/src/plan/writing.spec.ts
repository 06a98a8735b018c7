import fc from 'fast-check';
import { demoPieces } from '../../testing/demo';
import { line } from '../../testing/line';
import { openScore } from '../../testing/musicxml';
import { DEFAULT_HANDS, SIDES, type Finger } from '../hand/hand';
import { midiOf } from '../keyboard/pitch';
import { restingKeys, type Position } from '../moves/position';
import type { Note, Score } from '../score/score';
import type { PianoPlan } from './plan';
import { createPlanner } from './planner';
import { writtenNotes } from './writing';

const planner = createPlanner(DEFAULT_HANDS);
const planOf = (score: Score): PianoPlan => planner.plan(score, { locks: new Map(), alternatives: 0 });
const fingersOf = (plan: PianoPlan): Map<string, Finger | null> =>
  new Map(SIDES.flatMap((side) => plan.hands[side].notes.map(({ id, finger }) => [id, finger] as const)));

/** A reader at the piano: sees the positions that are stated and the numbers that are written, and nothing else. */
const readBy = (
  position: Position,
  fifths: number,
  note: Note,
  seen: ReadonlyMap<number, Finger>,
): Finger | undefined => {
  const again = seen.get(note.midi);
  if (again) return again;
  const resting = restingKeys(position, fifths);
  const under = resting.indexOf(note.midi);
  if (under >= 0) return (under + 1) as Finger;
  // A key between the resting places belongs to the finger that rests a semitone away, where only one does.
  const close = resting.flatMap((midi, index) => (midi - note.midi === 1 || note.midi - midi === 1 ? [index + 1] : []));
  return close.length === 1 ? (close[0] as Finger) : undefined;
};

/** Rebuilds a plan from what a pencil sheet shows; a note that the reader cannot tell is missing. */
const rebuilt = (
  score: Score,
  plan: PianoPlan,
  written: ReadonlySet<string>,
): Map<string, Finger | null | undefined> => {
  const fingers = fingersOf(plan);
  const found = new Map<string, Finger | null | undefined>();
  for (const side of SIDES) {
    const byNote = new Map(plan.hands[side].positions.flatMap((at) => at.noteIds.map((id) => [id, at] as const)));
    let [current, seen] = [undefined as Position | undefined, new Map<number, Finger>()];
    for (const note of score.notes.filter((other) => other.side === side)) {
      const position = byNote.get(note.id);
      if (position !== current) [current, seen] = [position, new Map()];
      const fifths = score.bars[note.bar]!.key.fifths;
      const finger = written.has(note.id) ? fingers.get(note.id) : position && readBy(position, fifths, note, seen);
      found.set(note.id, finger);
      if (finger) seen.set(note.midi, finger);
    }
  }
  return found;
};

const missing = (score: Score): readonly string[] => {
  const plan = planOf(score);
  const fingers = fingersOf(plan);
  const read = rebuilt(score, plan, writtenNotes(score, plan, 'pencil'));
  return score.notes.flatMap(({ id, midi, bar }) =>
    // A note for which the hand has no finger has no number either.
    fingers.get(id) === null || read.get(id) === fingers.get(id)
      ? []
      : [`${bar} ${midi}: ${read.get(id)} for ${fingers.get(id)}`],
  );
};

describe('pencil', () => {
  it.each(demoPieces().map(({ name, bytes }) => [name, bytes] as const))(
    'lets a reader rebuild the fingering of %s',
    (_name, bytes) => expect(missing(openScore(bytes).score)).toEqual([]),
  );

  const STEPS = ['C', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'A', 'Bb', 'B'];
  const pitch = fc.tuple(fc.constantFrom(...STEPS), fc.integer({ min: 3, max: 5 })).map((parts) => parts.join(''));
  const stroke = fc.oneof(
    { weight: 4, arbitrary: pitch.map((name) => `${name}/1/2`) },
    {
      weight: 1,
      arbitrary: fc.uniqueArray(pitch, { minLength: 2, maxLength: 3 }).map((all) => `[${all.join(' ')}]/1/2`),
    },
    { weight: 1, arbitrary: fc.constant('R/1/2') },
  );

  it('lets a reader rebuild the fingering of any line', () => {
    fc.assert(
      fc.property(fc.array(stroke, { minLength: 4, maxLength: 24 }), (strokes) => {
        expect(missing(line(`C4/1/2 ${strokes.join(' ')}`))).toEqual([]);
      }),
      { numRuns: 120, seed: 7 },
    );
  });

  it('writes one number for a tune in one position', () => {
    const score = line('C4/1 D4 E4 F4 | G4 F4 E4 D4 | C4/4');
    expect([...writtenNotes(score, planOf(score), 'pencil')]).toEqual(['n1']);
  });

  it('writes a move and what follows it, and the first note after a rest of a bar', () => {
    const run = line('( C4/1 D4 E4 F4 | G4 A4 B4 C5 )');
    expect([...writtenNotes(run, planOf(run), 'pencil')]).toEqual(['n1', 'n4', 'n5']);
    const rest = line('C4/1 D4 E4 C4 | R/4 | D4/1 E4 D4 C4');
    expect([...writtenNotes(rest, planOf(rest), 'pencil')]).toEqual(['n1', 'n5']);
  });
});

describe('other levels', () => {
  const score = line('C4/1 D4 E4 F4 | [E4 G4]/2 F4/1 E4 | C4/4');
  const plan = planOf(score);

  it('write every number, or those of pencil with the beginning of each bar and all chords', () => {
    expect(writtenNotes(score, plan, 'every').size).toBe(score.notes.length);
    const normal = writtenNotes(score, plan, 'normal');
    for (const id of writtenNotes(score, plan, 'pencil')) expect(normal).toContain(id);
    for (const note of score.notes
      .filter(({ midi, bar }) => bar === 1 && [midiOf({ step: 'E', alter: 0, octave: 4 }), 67].includes(midi))
      .slice(0, 2))
      expect(normal).toContain(note.id);
    expect(normal.size).toBeLessThan(score.notes.length);
  });
});
