import papaparse from 'papaparse';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../testing/musicxml';
import { DEFAULT_HANDS } from '../hand/hand';
import { planCsv, PLAN_COLUMNS } from './plan-csv';
import { createPlanner } from './planner';

const rowsOf = (csv: string): Record<string, string>[] =>
  papaparse.parse<Record<string, string>>(csv, { header: true }).data;

describe('the plan as a table', () => {
  const names = ['C4', 'D4', 'E4', 'F4', 'G4', 'A4', 'B4', 'C5'];
  const { score } = openScore(
    partwise([
      ATTRIBUTES + names.map((name) => pitched(name, 2)).join(''),
      pitched('C4', 16) + pitched('C5', 16, '<chord/>'),
    ]),
  );
  const plan = createPlanner(DEFAULT_HANDS).plan(score, { locks: new Map(), alternatives: 0 });
  const remarks = [{ side: 'right' as const, bar: 1, text: '=say "octave", then\nwait' }];
  const rows = rowsOf(planCsv(score, plan, { remarks }));

  it('has a row for each note with its bar, beat, hand, finger and position', () => {
    expect(Object.keys(rows[0]!)).toEqual([...PLAN_COLUMNS]);
    expect(rows).toHaveLength(10);
    expect(rows.map(({ note }) => note)).toEqual([...names, 'C4', 'C5']);
    expect(rows[1]).toMatchObject({ bar: '1', beat: '1.5', hand: 'right', finger: '2', position: 'C' });
  });

  it('names the move at the note it brings', () => {
    // One octave of C major: the thumb goes under to F (common practice).
    expect(rows.flatMap(({ note, move }) => (move ? [`${note} ${move}`] : []))).toContain('F4 thumb under');
  });

  it('gives the reach of a chord in millimetres, and the remark once, as text', () => {
    expect(Number(rows[8]!['reach_mm'])).toBeGreaterThan(150);
    expect(rows.map(({ remark }) => remark).filter((remark) => remark !== '')).toEqual(['\'=say "octave", then\nwait']);
  });
});
