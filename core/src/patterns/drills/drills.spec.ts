import { drillsFor, fingeredPattern, madePattern, planner } from '../../../testing/patterns';
import { SIDES } from '../../hand/hand';
import { pitchName, spokenName } from '../../keyboard/pitch';
import { wordWarning } from '../../plan/warning-words';
import { DEFAULT_RULES } from '../../fingering/model/rules';
import { drillOf, learnedOf, PATTERN_KINDS, tonicsOf, type PatternKind } from '..';

const named = (tonic: string, kind: PatternKind, id: string, more = {}) => {
  const found = drillsFor(tonic, kind, more).find((one) => one.id === id);
  if (!found) throw new Error(`no ${id}`);
  return { ...found, ...found.make() };
};

/** Bars as `C4.3 D4.1 | …`, with the finger after each note; a chord is joined by +. */
const readOut = ({ score, fingers }: ReturnType<typeof named>, side: 'right' | 'left' = 'right'): string =>
  score.bars
    .map(({ index }) => {
      const notes = score.notes.filter((note) => note.side === side && note.bar === index);
      const onsets = [...new Set(notes.map(({ onsetTicks }) => onsetTicks))];
      return onsets
        .map((onset) =>
          notes
            .filter(({ onsetTicks }) => onsetTicks === onset)
            .map(({ id, pitch }) => `${pitchName(pitch)}.${fingers.get(id)}`)
            .join('+'),
        )
        .join(' ');
    })
    .join(' | ');

describe('drills', () => {
  // Common practice, no source: the three stops of a crossing.
  it('stop three times at a crossing: on the note before, on the passing note, on the note after', () => {
    const under = named('C', 'major', 'crossing-right-1');
    expect(under.title).toBe('Three stops, right hand: thumb under 3, E to F (up)');
    expect(under.how).toBe('Stop on E with the thumb already over F; stop on F with 2 ready over G; stop on G.');
    expect(readOut(under)).toBe('D4.2 E4.3 | D4.2 E4.3 F4.1 | D4.2 E4.3 F4.1 G4.2');
    const over = named('C', 'major', 'crossing-left-1');
    expect(readOut(over, 'left')).toBe('F3.2 G3.1 | F3.2 G3.1 A3.3 | F3.2 G3.1 A3.3 B3.2');
  });

  it('come for exactly the crossings of the pattern, each once however many octaves there are', () => {
    for (const tonic of tonicsOf({ kind: 'harmonic-minor', mode: 'minor' })) {
      const two = fingeredPattern(tonic, 'harmonic-minor', { octaves: 2 });
      for (const side of SIDES) {
        const wanted = new Set(
          learnedOf(two, side)!.crossings.map(
            ({ way, from, to }) => `${spokenName(from)} to ${spokenName(to)} (${way})`,
          ),
        );
        const drilled = drillsFor(tonic, 'harmonic-minor', { octaves: 2 })
          .filter(({ id }) => id.startsWith(`crossing-${side}`))
          .map(({ title }) => title.replace(/^.*, (?=[A-G])/, ''));
        expect(new Set(drilled)).toEqual(wanted);
        expect(drilled).toHaveLength(wanted.size);
      }
    }
  });

  it('play each position as a block, and stop at its end', () => {
    expect(readOut(named('C', 'major', 'blocks-right', { sides: ['right'] }))).toBe(
      'C4.1+D4.2+E4.3 | F4.1+G4.2+A4.3+B4.4+C5.5',
    );
    expect(readOut(named('C', 'major', 'positions-left'), 'left')).toBe('C3.5 D3.4 E3.3 F3.2 G3.1 | A3.3 B3.2 C4.1');
  });

  it('put the pattern into rhythms and groups of three and four, with its own fingers', () => {
    const long = named('G', 'major', 'long-short');
    expect(
      long.score.notes
        .filter(({ side }) => side === 'right')
        .slice(0, 3)
        .map(({ durationTicks }) => durationTicks),
    ).toEqual([9, 3, 9]);
    const threes = named('G', 'major', 'threes').score.notes.filter(({ side }) => side === 'right');
    expect(threes.slice(0, 4).map(({ articulations }) => articulations[0] ?? '')).toEqual(['accent', '', '', 'accent']);
    const detached = named('G', 'major', 'detached');
    expect(detached.score.notes[0]!.articulations).toEqual(['staccato']);
    const own = fingeredPattern('G', 'major').plan.hands.right.notes.map(({ finger }) => finger);
    const inDrill = detached.score.notes
      .filter(({ side }) => side === 'right')
      .map(({ id }) => detached.fingers.get(id));
    expect(inDrill).toEqual(own);
  });

  it('fill their bars and can be played, in every key', () => {
    for (const kind of ['major', 'arpeggio-minor'] as const)
      for (const tonic of tonicsOf({ kind, mode: 'major' }))
        for (const drill of drillsFor(tonic, kind, { octaves: 2 })) {
          const { score, fingers } = drill.make();
          for (const note of score.notes) {
            const bar = score.bars[note.bar]!;
            expect(note.onsetTicks + note.durationTicks).toBeLessThanOrEqual(bar.onsetTicks + bar.lengthTicks);
          }
          // Every fifth key, with few signs and many: each drill is planned anew.
          if (tonicsOf({ kind, mode: 'major' }).indexOf(tonic) % 5 > 0) continue;
          const { warnings } = planner.plan(score, { locks: fingers, alternatives: 0 });
          expect([tonic, drill.id, ...warnings.map(wordWarning)]).toEqual([tonic, drill.id]);
        }
  }, 60_000);

  it('of every kind in every motion give each note a finger, and say how they are practised', () => {
    for (const kind of PATTERN_KINDS)
      for (const drill of drillsFor('D', kind)) {
        const { score, fingers } = drill.make();
        expect(score.notes.length).toBeGreaterThan(0);
        expect(score.notes.filter(({ id }) => !fingers.has(id))).toEqual([]);
        expect(drill.how).toMatch(/^[A-Z].*\.$/);
      }
  }, 60_000);

  it('take the hands apart, and let one of them be louder', () => {
    const apart = named('G', 'triads', 'hands-apart');
    const hands = apart.score.bars.map(({ index }) => [
      ...new Set(apart.score.notes.filter(({ bar }) => bar === index).map(({ side }) => side)),
    ]);
    const bars = madePattern({ tonic: 'G', kind: 'triads' }).score.bars.length;
    expect(hands.map((sides) => sides.join(' '))).toEqual([
      ...Array.from({ length: bars }, () => 'right'),
      ...Array.from({ length: bars }, () => 'left'),
      ...Array.from({ length: bars }, () => 'left right'),
    ]);
    const louder = named('G', 'major', 'louder-left');
    expect(louder.soft).toBe('right');
    expect(
      louder.score.notes.every(({ side, articulations }) => (side === 'left') === articulations.includes('accent')),
    ).toBe(true);
  });

  // Common practice, no source: in these keys the thumbs fall on the key-note together, and the 3s meet twice in the octave.
  it('tap one octave up and down on the table top, as fingers and not as notes', () => {
    const loop = named('C', 'major', 'table-top', { octaves: 2 });
    expect(loop.score.bars.map(({ metre }) => metre.beats)).toEqual([7, 7]);
    const taps = (side: 'right' | 'left') =>
      loop.score.notes.filter((note) => note.side === side).map(({ id }) => loop.fingers.get(id));
    expect(taps('right').join('')).toBe('12312341432132');
    expect(taps('left').join('')).toBe('14321321231234');
    // Every finger has one place.
    for (const side of SIDES) {
      const places = loop.score.notes
        .filter((note) => note.side === side)
        .map(({ id, midi }) => `${loop.fingers.get(id)} ${midi}`);
      expect(new Set(places).size).toBe(new Set(taps(side)).size);
    }
  });

  it('tap contrary motion and chords, too', () => {
    expect(readOut(named('C', 'major', 'table-top', { motion: 'contrary' }))).toBe(
      readOut(named('C', 'major', 'table-top')),
    );
    expect(readOut(named('C', 'triads', 'table-top'), 'left').split(' ')[0]).toBe('C3.5+E3.3+G3.1');
  });

  it('go on to one octave more in the same beats', () => {
    const longer = named('F', 'arpeggio-major', 'octaves', { sides: ['right'] });
    expect(longer.title).toBe('One octave, then two, three, four');
    expect(longer.score.notes).toHaveLength(7 + 13 + 19 + 25);
    expect(named('F', 'major', 'octaves', { motion: 'contrary' }).title).toBe('One octave, then two');
  });

  it('come with a plan', () => {
    const made = madePattern({ tonic: 'C', kind: 'major' });
    const planned = drillOf(planner, made, DEFAULT_RULES, 'blocks-left')!;
    expect(planned.plan.hands.left.notes.map(({ finger }) => finger).join('')).toBe('54321321');
    expect(drillOf(planner, made, DEFAULT_RULES, 'no such')).toBeUndefined();
  });
});
