import { SURE_FROM } from '@kettle-step/core';
import { NEW_DESK } from '@kettle-step/contract';
import { createPlanner, DEFAULT_HANDS, type Finger, type Score } from '@kettle-step/core';
import { line } from '../../../core/testing/line';
import {
  clearPlaces,
  giveAway,
  isApart,
  keepPrinted,
  remark,
  remarkAt,
  reopen,
  setFinger,
  settle,
  settleAll,
  settleWith,
  toggleApart,
  togetherWith,
  type Decisions,
} from './decisions';

const NOTHING: Decisions = { locks: new Map(), desk: NEW_DESK };
const planner = createPlanner(DEFAULT_HANDS);
const planOf = (score: Score) => planner.plan(score, { locks: new Map(), alternatives: 0 });
const right = (bar: number) => ({ side: 'right' as const, bar });
const written = ({ locks }: Decisions): string => [...locks].map(([id, finger]) => `${id}=${finger}`).join(' ');

const tune = line('C4/1 D4 E4 F4 | G4/4');
const twice = line('G4/1 E4 C4 E4 | A4/4 | G5/1 E5 C5 E5');

describe('settling', () => {
  it('holds every finger of the bar as it stands, and of no other', () => {
    expect(written(settle(tune, planOf(tune), NOTHING, right(0)))).toBe('n1=1 n2=2 n3=3 n4=4');
  });

  it('settles bars with the same music along, note by note', () => {
    const plan = planOf(twice);
    expect(togetherWith(plan, right(2))).toEqual([right(2), right(0)]);
    const settled = settle(twice, plan, NOTHING, right(0));
    expect([...settled.locks.keys()]).toEqual(['n1', 'n2', 'n3', 'n4', 'n6', 'n7', 'n8', 'n9']);
    const other = settleWith(
      twice,
      plan,
      NOTHING,
      right(0),
      new Map<string, Finger>([
        ['n1', 4],
        ['n2', 2],
        ['n3', 1],
        ['n4', 2],
      ]),
    );
    expect([...other.locks.values()].join('')).toBe('42124212');
  });

  it('leaves a bar of the same music alone that is settled otherwise', () => {
    const plan = planOf(twice);
    const locks = new Map<string, Finger>([
      ['n6', 4],
      ['n7', 2],
      ['n8', 1],
      ['n9', 2],
    ]);
    const settled = settle(twice, plan, { ...NOTHING, locks }, right(0));
    expect(
      [...settled.locks]
        .filter(([id]) => id > 'n5')
        .map(([, finger]) => finger)
        .join(''),
    ).toBe('4212');
  });

  it('can be undone for the bar and those that went with it', () => {
    const plan = planOf(twice);
    expect(reopen(twice, plan, settle(twice, plan, NOTHING, right(0)), right(2)).locks.size).toBe(0);
  });

  it('takes all bars whose other ways are dearer by the stated margin, or that have none', () => {
    const margins = [
      { ...right(0), more: SURE_FROM },
      { ...right(1), more: null },
      { ...right(2), more: SURE_FROM - 0.1 },
    ];
    const places = clearPlaces(twice, NOTHING, margins);
    expect(places).toEqual([right(0), right(1)]);
    const settled = settleAll(twice, planOf(twice), NOTHING, places);
    expect(settled.locks.size).toBe(5);
    expect(clearPlaces(twice, settled, margins)).toEqual([]);
  });
});

describe('printed numbers', () => {
  const printed = {
    ...twice,
    notes: twice.notes.map((note) => ({ ...note, printed: [{ finger: 5, substitution: false, alternate: false }] })),
  };

  it('are kept in a bar, a hand, or the piece', () => {
    expect(written(keepPrinted(printed, NOTHING, right(1)))).toBe('n5=5');
    expect(keepPrinted(printed, NOTHING, { side: 'left' }).locks.size).toBe(0);
    expect(keepPrinted(printed, NOTHING, { side: 'right' }).locks.size).toBe(9);
    expect(keepPrinted(printed, NOTHING, 'piece').locks.size).toBe(9);
  });
});

describe('what lies on the desk', () => {
  it('gives a note to the other hand and back, and lets its finger go', () => {
    const [note] = tune.notes;
    const given = giveAway(setFinger(NOTHING, 'n1', 3), note!);
    expect(given.desk.given).toEqual([{ noteId: 'n1', side: 'left' }]);
    expect(given.locks.size).toBe(0);
    expect(giveAway(given, { ...note!, side: 'left' }).desk.given).toEqual([]);
  });

  it('lets a bar differ, and follow again', () => {
    const apart = toggleApart(NOTHING, right(2));
    expect([isApart(apart, right(2)), isApart(apart, right(0))]).toEqual([true, false]);
    expect(toggleApart(apart, right(2)).desk.apart).toEqual([]);
  });

  it('keeps one remark for a bar of a hand', () => {
    const first = remark(NOTHING, right(0), ' Sing the top ');
    expect(remarkAt(first, right(0))).toBe('Sing the top');
    expect(remarkAt(first, { side: 'left', bar: 0 })).toBe('');
    expect(remark(first, right(0), 'Softer').desk.remarks).toHaveLength(1);
    expect(remark(first, right(0), '  ').desk.remarks).toEqual([]);
  });
});
