import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createPlanner, DEFAULT_HANDS, SIDES, type Finger } from '@kettle-step/core';
import { demoPieces } from '../../core/testing/demo';
import { line } from '../../core/testing/line';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../core/testing/musicxml';
import { planDocument, planDocumentSchema } from './plan-document';

const planner = createPlanner(DEFAULT_HANDS);
const documentOf = (score: ReturnType<typeof line>, alternatives = 0, locks = new Map<string, Finger>()) =>
  planDocument(score, planner.plan(score, { locks, alternatives }), { sides: SIDES, alternatives: alternatives > 0 });

describe('the published form of a plan', () => {
  it.each(demoPieces())('of $name is what its schema promises', ({ bytes }) => {
    const { score } = openScore(bytes);
    const document = planDocumentSchema.parse(documentOf(score, 2));
    const ids = SIDES.flatMap((side) => document.hands[side]?.notes ?? []).map(({ id }) => id);
    expect([...ids].sort()).toEqual(score.notes.map(({ id }) => id).sort());
    expect(document.bars).toBe(score.bars.length);
  });

  it('counts a pickup as bar 0 and keeps its beat, and gives fractions of a beat', () => {
    const pickup = `<measure number="0" implicit="yes">${ATTRIBUTES}${pitched('G4', 4)}</measure>`;
    const { score } = openScore(
      partwise([pickup, `<measure number="1">${pitched('C4', 2)}${pitched('D4', 14)}</measure>`]),
    );
    const places = documentOf(score).hands.right?.notes.map(({ bar, beat }) => [bar, beat]);
    expect(places).toEqual([
      [0, 4],
      [1, 1],
      [1, 1.5],
    ]);
  });

  it('counts in beats of the metre: six eighths are six beats', () => {
    const six = ATTRIBUTES.replace('<beats>4</beats><beat-type>4', '<beats>6</beats><beat-type>8');
    const { score } = openScore(partwise([six + pitched('C4', 6) + pitched('D4', 2) + pitched('E4', 4)]));
    expect(documentOf(score).hands.right?.notes.map(({ beat }) => beat)).toEqual([1, 4, 5]);
  });

  it('gives notes in time order, chords from low to high, and 0 for the chosen finger', () => {
    const chord = pitched('G4', 8) + pitched('C4', 8, '<chord/>') + pitched('E4', 8, '<chord/>');
    const { notes } = documentOf(openScore(partwise([ATTRIBUTES + chord + pitched('D4', 8)])).score).hands.right!;
    expect(notes.map(({ pitch }) => pitch)).toEqual(['C4', 'E4', 'G4', 'D4']);
    for (const { finger, room } of notes) expect(room[finger!]).toBe(0);
  });

  it('names only the hands asked for, and alternatives only when they were', () => {
    const score = line('C4/1 D4 E4 F4');
    const plan = planner.plan(score, { locks: new Map(), alternatives: 0 });
    const document = planDocument(score, plan, { sides: ['right'], alternatives: false });
    expect(Object.keys(document.hands)).toEqual(['right']);
    expect(document.hands.right).not.toHaveProperty('alternatives');
  });

  it('is documented by an example that the schema accepts', () => {
    const page = readFileSync(join(__dirname, '../../docs/plan-format.md'), 'utf8');
    const example = /```json\n([\s\S]*?)\n```/.exec(page)?.[1];
    expect(planDocumentSchema.safeParse(JSON.parse(example!)).error).toBeUndefined();
  });

  it('is not accepted with a finger that no hand has', () => {
    const document = documentOf(line('C4/1'));
    const wrong = JSON.parse(JSON.stringify(document).replace('"finger":1', '"finger":6'));
    expect(planDocumentSchema.safeParse(wrong).success).toBe(false);
  });
});
