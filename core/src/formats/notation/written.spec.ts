import fc from 'fast-check';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../../testing/musicxml';
import { scores } from '../../../testing/scores';
import { coarsened } from './coarsen';
import { writeDown, type WrittenEvent } from './written';

const events = (measures: readonly string[]): readonly WrittenEvent[] =>
  writeDown(openScore(partwise(measures)).score).flatMap(({ lines }) => lines.flatMap((line) => line.events));

const eighths = (...names: readonly string[]): string => names.map((name) => pitched(name, 2)).join('');

describe('a score written down', () => {
  it('beams eighths by the beat, three to a beat in compound time (common practice)', () => {
    const beams = (attributes: string, count: number): string[] =>
      events([attributes + eighths(...Array<string>(count).fill('C4'))]).map(({ beams: [first = '-'] }) => first);
    expect(beams(ATTRIBUTES, 8)).toEqual(Array(4).fill(['begin', 'end']).flat());
    const compound = ATTRIBUTES.replace('<beats>4</beats><beat-type>4', '<beats>6</beats><beat-type>8');
    expect(beams(compound, 6)).toEqual(Array(2).fill(['begin', 'continue', 'end']).flat());
  });

  it('gives a lone sixteenth beside a dotted eighth its hook', () => {
    const [long, short] = events([ATTRIBUTES + pitched('C4', 3) + pitched('D4', 1) + pitched('E4', 12)]);
    expect(long?.beams).toEqual(['begin']);
    expect(short?.beams).toEqual(['end', 'backward hook']);
  });

  it('ties a note over the barline, and fills an empty bar with a rest', () => {
    const long = pitched('C4', 16, '<tie type="start"/>');
    const rest = pitched('C4', 8, '<tie type="stop"/>');
    const written = events([ATTRIBUTES + long, rest + pitched('D4', 8), '<note><rest/><duration>16</duration></note>']);
    expect(
      written.map(({ notes }) => notes.map(({ piece, tieStarts, tieStops }) => [piece, tieStarts, tieStops])),
    ).toEqual([[[0, true, false]], [[1, false, true]], [[0, false, false]], []]);
  });

  it('fills every line of every bar exactly, whatever the score', () => {
    fc.assert(
      fc.property(scores(), (score) => {
        for (const { bar, lines } of writeDown(score))
          for (const line of lines) {
            let at = 0;
            for (const event of line.events) {
              expect(event.onsetTicks).toBe(at);
              at += event.ticks;
            }
            expect(at).toBe(bar.lengthTicks);
          }
      }),
      { numRuns: 60 },
    );
  });

  it('keeps its times in the fewest ticks', () => {
    const { score } = openScore(
      partwise([ATTRIBUTES.replace('>4</divisions>', '>480</divisions>') + pitched('C4', 240)]),
    );
    expect(coarsened(score)).toMatchObject({ ticksPerQuarter: 2, notes: [{ durationTicks: 1 }] });
  });
});
