import { line } from '../../testing/line';
import { tune } from '../../testing/tune';
import { DEFAULT_HANDS, type Side } from '../hand/hand';
import { finish } from '../steps';
import { HOUSE_QUESTIONS } from './house-questions';
import { createPlanner } from './planner';
import { rulesActedInSteps } from './rules-acted';
import type { Score } from '../score/score';
import type { Locks } from '../fingering/model/playable';
import { DEFAULT_RULES, type Rules } from '../fingering/model/rules';

const planned = (score: Score, side: Side, rules: Partial<Rules>) =>
  createPlanner(DEFAULT_HANDS, { ...DEFAULT_RULES, ...rules }).plan(score, { locks: new Map(), alternatives: 0 }).hands[
    side
  ];

const fingers = (score: Score, rules: Partial<Rules> = {}, side: Side = score.notes[0]!.side): string =>
  planned(score, side, rules)
    .notes.map(({ finger }) => finger)
    .join('');

const left = (music: string, key = 'C'): Score => line(music, { side: 'left', key });

const actedWith = (score: Score, rules: Rules, locks: Locks) => {
  const plan = createPlanner(DEFAULT_HANDS, rules).plan(score, { locks, alternatives: 0 });
  return finish(rulesActedInSteps(score, plan, DEFAULT_HANDS, rules, { locks }));
};

describe('the questions of the house', () => {
  it.each(HOUSE_QUESTIONS.map((question) => [question.words, question] as const))(
    '%s: the first answer is the usual one and changes nothing; each other one decides in the example',
    (_, question) => {
      const score = tune(question.example);
      const [usual, ...others] = question.answers.map(({ value }) => fingers(score, { [question.id]: value }));
      expect(question.answers[0]!.value).toEqual(DEFAULT_RULES[question.id]);
      expect(usual).toBe(fingers(score));
      for (const other of others) expect(other).not.toBe(usual);
    },
  );

  it('say in which bars an answer decided; what is as usual never does', () => {
    const question = HOUSE_QUESTIONS.find(({ id }) => id === 'arpeggioInner')!;
    const score = tune(question.example);
    const acted = (rules: Partial<Rules>) => actedWith(score, { ...DEFAULT_RULES, ...rules }, new Map());
    expect(acted({})).toEqual([]);
    // C E G counts two white keys inside, D F# A needs 3 either way: only the first bar differs.
    expect(acted({ arpeggioInner: 3, blackThumb: 'allow' })).toEqual([{ rule: 'arpeggioInner', side: 'left', bar: 0 }]);
    // Nothing acts on what is settled.
    const locks = new Map(planned(score, 'left', {}).notes.map(({ id, finger }) => [id, finger!]));
    const rules = { ...DEFAULT_RULES, arpeggioInner: 3 as const };
    expect(actedWith(score, rules, locks)).toEqual([]);
  });
});

// Each pair of choices is a question on which teachers differ (common practice, no source).
describe('house rules', () => {
  it('inner finger of left-hand arpeggios: by the white keys, always 3, always 4', () => {
    const c = left('( C2/1/2 E2 G2 C3 E3 G3 C4 )');
    expect(fingers(c)).toBe('5421421');
    expect(fingers(c, { arpeggioInner: 3 })).toBe('5321321');
    const d = left('( D2/1/2 F#2 A2 D3 F#3 A3 D4 )', 'D');
    expect(fingers(d)).toBe('5321321');
    expect(fingers(d, { arpeggioInner: 4 })).toBe('5421421');
  });

  it('chromatic lines: 1 and 3, or groups of neighbouring fingers', () => {
    const run = line('( E4/1/4 F4 F#4 G4 G#4 A4 )');
    expect(fingers(run)).toMatch(/^12313/);
    expect(fingers(run, { chromatic: 'groups' })).toMatch(/^(123|1234|12345)+$/);
  });

  it('wide leaps: stretch, or jump', () => {
    const leap = line('C4/1 C5 B4 A4 | G4/2 C4/2');
    const kinds = (rules: Partial<Rules>) => planned(leap, 'right', rules).moves.map(({ kind }) => kind);
    expect(kinds({})).not.toContain('shift');
    expect(kinds({ wideLeaps: 'jump' })).toContain('shift');
  });

  it('pairs off black keys in a slur: changed, or slid', () => {
    const pair = line('( [F#4 A#4]/1 [G4 B4] )');
    const kinds = (rules: Partial<Rules>) => planned(pair, 'right', rules).moves.map(({ kind }) => kind);
    expect(kinds({})).not.toContain('slide');
    expect(kinds({ pairs: 'slide' })).toEqual(['slide']);
  });

  it('the voice that is connected: upper, lower, none', () => {
    const sixths = line('( [E4 C5]/1 [F4 D5] [G4 E5]/2 )');
    const byNote = (rules: Partial<Rules>): readonly string[] => {
      const all = fingers(sixths, rules);
      return [all[0]! + all[2]! + all[4]!, all[1]! + all[3]! + all[5]!];
    };
    const [lower, upper] = byNote({ connected: { right: 'lower', left: 'none' } });
    expect(new Set(lower).size).toBeGreaterThan(1);
    expect(upper).toBeDefined();
    expect(byNote({})[1]).not.toMatch(/(.)\1/);
  });

  it('printed fingers: checked, or kept wherever the hand can do them', () => {
    const score = line('C4/1 D4 E4 F4 | G4/4');
    const printed: Score = {
      ...score,
      notes: score.notes.map((note, index) =>
        index === 1 ? { ...note, printed: [{ finger: 3, substitution: false, alternate: false }] } : note,
      ),
    };
    expect(fingers(printed)).toBe('12345');
    expect(fingers(printed, { printed: 'keep' })[1]).toBe('3');
  });

  it('ends of a scale: run on to 5, or keep the pattern', () => {
    const scale = line('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 D5 E5 F5 G5 A5 B5 C6 )');
    expect(fingers(scale).at(-1)).toBe('5');
    expect(fingers(scale, { scaleEnds: 'pattern' }).at(-1)).toBe('1');
  });

  it('changes of position: never more travel when the smallest are wanted', () => {
    const tune = line('C4/1 D4 E4 F4 | G4 A4 B4 C5 | D5 C5 B4 A4 | G4 E4 C4/2');
    const travel = (rules: Partial<Rules>): number => {
      const { positions } = planned(tune, 'right', rules);
      return positions.reduce(
        (sum, { frame }, index) => sum + Math.abs(frame - (positions[index - 1]?.frame ?? frame)),
        0,
      );
    };
    expect(travel({ positionChanges: 'smallest' })).toBeLessThanOrEqual(travel({}));
  });
});

describe('ornaments', () => {
  const ornament = (music: string, index = 0): string =>
    planned(line(music), 'right', {}).notes[index]!.ornament.join('');

  // Craft: 1-2, 2-3 or 1-3 before 3-4; never 4-5 if there is a choice (common practice, no source).
  it('lie under neighbouring strong fingers', () => {
    expect(ornament('D4/1~trill C4')).toMatch(/^(23|12|13)/);
    expect(ornament('G4/1~trill C4')).not.toMatch(/45|54/);
    expect(ornament('C4/1 D4 E4 F4 | G4/2~trill F4/1 E4', 4)).not.toMatch(/45|54/);
    expect(ornament('A4/1~mordent G4')).not.toMatch(/45|54/);
  });

  it('keep two fingers in a trill', () => {
    const fingersUsed = ornament('A4/2~trill G4/1');
    expect(new Set(fingersUsed).size).toBe(2);
  });
});
