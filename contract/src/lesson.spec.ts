import { daysLater, itemInWords, nextId, unfinishedOf, weeksLater } from '@kettle-step/core';
import fc from 'fast-check';
import { lessonItemSchema, type LessonItem } from './lesson';

const item = (more: Partial<LessonItem>): LessonItem => lessonItemSchema.parse({ id: '1', ...more });

describe('the next list', () => {
  it('has what is unfinished or to be done again, with what was said about it, as new', () => {
    const set = [
      item({ id: '1', words: 'done', state: 'done' }),
      item({ id: '4', words: 'open', tempo: 60 }),
      item({ id: '7', words: 'again', state: 'again', steady: 50, stumbled: '6', remark: 'left hand late' }),
    ];
    expect(unfinishedOf(set)).toEqual([
      item({ id: '1', words: 'open', tempo: 60 }),
      item({ id: '2', words: 'again', remark: 'bars 6; left hand late' }),
    ]);
    expect(nextId(set)).toBe('8');
    expect(nextId([])).toBe('1');
  });

  it('is said as a teacher says it', () => {
    expect(itemInWords(item({ bars: '1–4', words: 'steps 1 and 2', tempo: 60 }), 'Lantern Boats')).toBe(
      'Lantern Boats, bars 1–4: steps 1 and 2, at 60',
    );
    expect(itemInWords(item({ words: 'C major' }), '')).toBe('C major');
    expect(itemInWords(item({}), 'Millrace')).toBe('Millrace');
  });
});

describe('days', () => {
  it('are counted, whatever the clocks do', () => {
    expect(weeksLater('2026-10-20T16:00', 1)).toBe('2026-10-27T16:00');
    expect(weeksLater('2026-03-24T16:00', 1)).toBe('2026-03-31T16:00');
    expect(daysLater('2028-02-28', 1)).toBe('2028-02-29');
    fc.assert(
      fc.property(fc.integer({ min: -4000, max: 4000 }), (days) => {
        expect(daysLater(daysLater('2026-11-26', days), -days)).toBe('2026-11-26');
      }),
    );
  });
});
