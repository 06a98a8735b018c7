import { createPlanner, DEFAULT_HANDS } from '@kettle-step/core';
import { bothLines } from '../../../core/testing/both-lines';
import type { Layout, SystemLayout } from './layout';
import { drawStrip, stripOf } from './strip';

const score = bothLines('C4/1 D4 E4 F4 | G4/4', '[C3 G3]/4 | C3/4');
const plan = createPlanner(DEFAULT_HANDS).plan(score, { locks: new Map(), alternatives: 0 });

describe('the strip under the score', () => {
  it('has a column for each beat, at the note that is struck there, and tells why it is hard', () => {
    const { beats } = stripOf(score, plan);
    expect(beats.map(({ right, left }) => `${right}/${left}`)).toEqual(['1/51', '2/', '3/', '4/', '5/5']);
    expect(beats[0]!.words).toMatch(/^Bar 1, beat 1: /);
    expect(beats.every(({ level }) => level >= 0 && level <= 1)).toBe(true);
  });

  it('says what is held under the other hand, and until when', () => {
    const { holds } = stripOf(score, plan);
    expect(holds.map(({ words }) => words)).toEqual([
      'C is held under 3 notes of the right hand, and let go on beat 1 of bar 2',
      'G is held under 3 notes of the right hand, and let go on beat 1 of bar 2',
    ]);
    expect(holds[0]!.untilId).toBe(score.notes.find(({ bar }) => bar === 1)!.id);
  });

  it('is drawn where its notes stand, a hold to the edge of its system where it ends in another', () => {
    const system = (right: number) => ({ edge: { left: 1000, right: 0 }, right, bars: [] }) as unknown as SystemLayout;
    const place = (at: number, left: number) => ({ system: at, left, right: left + 200, top: 0, bottom: 100 });
    const layout: Layout = {
      systems: [system(5000), system(3000)],
      notes: new Map(score.notes.map(({ id, bar }, at) => [id, place(bar, at * 600)])),
    };
    const made = new Map<number, SVGElement[]>();
    drawStrip(stripOf(score, plan), layout, (at, _text, make) => made.set(at, [...(made.get(at) ?? []), make()]));
    expect(made.get(0)).toHaveLength(6);
    expect(made.get(1)).toHaveLength(1);
    const lines = made.get(0)!.flatMap((group) => [...group.querySelectorAll('.bracket')]);
    expect(lines.every((line) => line.getAttribute('d')!.includes('H5000'))).toBe(true);
    expect(made.get(1)![0]!.querySelector('title')!.textContent).toMatch(/^Bar 2, beat 1/);
  });
});
