import fc from 'fast-check';
import { memoryStanding, type MemoryCheck } from './memory';

const passed = (...days: string[]): MemoryCheck[] => days.map((checkedOn) => ({ checkedOn, outcome: 'passed' }));
const daysBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 86_400_000;

// The scheduler is FSRS as the package ts-fsrs has it; only what a teacher relies on is held here.
describe('memory checks', () => {
  it('has no date for what was never tried', () => {
    expect(memoryStanding([])).toBeUndefined();
  });

  it('asks later and later for what is passed each time it is due', () => {
    const days = ['2026-01-07'];
    for (let round = 0; round < 5; round += 1) days.push(memoryStanding(passed(...days))!.dueOn);
    const gaps = days.slice(1).map((day, at) => daysBetween(days[at]!, day));
    expect(gaps).toEqual([...gaps].sort((a, b) => a - b));
    expect(gaps[4]).toBeGreaterThan(4 * gaps[0]!);
  });

  it('asks sooner for what was not passed than for what was, and says it has lapsed', () => {
    const before = passed('2026-01-07', '2026-01-14', '2026-02-04');
    const again = memoryStanding([...before, { checkedOn: '2026-03-04', outcome: 'not-yet' }])!;
    const kept = memoryStanding([...before, { checkedOn: '2026-03-04', outcome: 'passed' }])!;
    expect(again).toMatchObject({ state: 'lapsed', passes: 3, lastOn: '2026-03-04' });
    expect(again.dueOn < kept.dueOn).toBe(true);
    expect(memoryStanding([{ checkedOn: '2026-03-04', outcome: 'not-yet' }])!.state).toBe('not-yet');
  });

  it('keeps the day the teacher wants, and goes on from the check after it', () => {
    const wanted = { checkedOn: '2026-03-04', outcome: 'passed', dueOn: '2026-03-11' } as const;
    expect(memoryStanding([wanted])).toMatchObject({ dueOn: '2026-03-11', workedOut: '2026-03-07' });
    const after = memoryStanding([wanted, ...passed('2026-03-11')])!;
    expect(after.dueOn).toBe(after.workedOut);
  });

  it('takes checks in whichever order they were written down', () => {
    const checks = passed('2026-01-07', '2026-01-14', '2026-02-04');
    expect(memoryStanding([...checks].reverse())).toEqual(memoryStanding(checks));
  });

  // Clocks change on 29 March and 25 October 2026 (EU directive 2000/84/EC), and on 8 March and 1 November (US Energy Policy Act of 2005).
  it.each(['Europe/Berlin', 'America/New_York', 'Pacific/Auckland', 'Pacific/Apia', 'UTC'])(
    'comes to the same days in %s, over summer time',
    (zone) => {
      const usual = process.env['TZ'];
      const plain = memoryStanding(passed('2026-03-07', '2026-03-28', '2026-10-24'));
      process.env['TZ'] = zone;
      try {
        expect(memoryStanding(passed('2026-03-07', '2026-03-28', '2026-10-24'))).toEqual(plain);
      } finally {
        if (usual === undefined) delete process.env['TZ'];
        else process.env['TZ'] = usual;
      }
    },
  );

  it('is never due before the day after the last try', () => {
    const tries = fc.array(fc.tuple(fc.integer({ min: 0, max: 700 }), fc.boolean()), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(tries, (all) => {
        const checks = all.map(([day, isPassed]): MemoryCheck => ({
          checkedOn: new Date(Date.UTC(2025, 0, 1 + day)).toISOString().slice(0, 10),
          outcome: isPassed ? 'passed' : 'not-yet',
        }));
        const { dueOn, lastOn } = memoryStanding(checks)!;
        expect(daysBetween(lastOn, dueOn)).toBeGreaterThanOrEqual(1);
      }),
    );
  });
});
