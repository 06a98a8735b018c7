import { heardInWords, heardOf, type Hearing } from '@kettle-step/core';
import { heardSchema } from './heard';

const bars = [1, 2, 3].map((number) => ({ number })) as never;
const at = (bar: number) => ({ bar, pass: 1, beat: 1 });
const HEARING: Hearing = {
  isLike: true,
  slips: [
    { ...at(2), kind: 'halt', ms: 900, beats: 1 },
    { ...at(0), kind: 'missed', noteId: 'n1', name: 'C', midi: 60 },
    { ...at(2), kind: 'halt', ms: 900, beats: 1 },
    { ...at(1), kind: 'apart', ms: 90, late: 'left' },
  ],
  tempi: [],
  tempo: 57.6,
  expected: 12,
  right: 11,
  from: at(0),
  until: at(2),
};
const WHAT = { pieceId: 'kite', title: 'Kite', bars: null, sides: ['right', 'left'] } as const;

describe('what is kept of a playing', () => {
  it('is counted, and bars stumble by halts and keys, not by hands that are apart', () => {
    const heard = heardOf({ bars }, HEARING, WHAT);
    expect(heard).toMatchObject({
      hands: 'both',
      tempo: 58,
      stumbled: [1, 3],
      slips: { halt: 2, missed: 1, wrong: 0 },
    });
    expect(heardSchema.safeParse({ id: '1', ...heard }).success).toBe(true);
    expect(heardInWords(heard)).toBe(
      '11 of 12 notes right at 58; 1 note left out, 2 halts, 1 time the hands were apart; stumbled in bars 1, 3',
    );
  });

  it('says which hand and which bars it was, and that nothing was amiss', () => {
    const clean = { ...HEARING, slips: [], right: 12, tempo: null };
    const heard = heardOf({ bars }, clean, { ...WHAT, bars: [1, 2], sides: ['left'] });
    expect(heard).toMatchObject({ hands: 'left', bars: [2, 3], tempo: null });
    expect(heardInWords(heard)).toBe('left hand alone: 12 of 12 notes right; nothing amiss');
  });
});
