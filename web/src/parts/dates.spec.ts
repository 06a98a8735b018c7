import { dayInWords, keptDayInWords, momentInWords, timeInWords } from './dates';

describe('dates', () => {
  it('are told one way', () => {
    const date = new Date(2026, 0, 5, 9, 30);
    expect([dayInWords(date), timeInWords(date), momentInWords(date.toISOString())]).toEqual([
      '5 January 2026',
      '09:30',
      '5 January 2026, 09:30',
    ]);
  });

  it('are the day that was kept, with a time or without', () => {
    expect(['2026-01-05', '2026-01-05T23:30'].map(keptDayInWords)).toEqual(['5 January 2026', '5 January 2026']);
  });
});
