import fc from 'fast-check';
import { NOTE_TYPES, valueOf, valueTicks, writeLength, type NoteValue } from './values';

const TICKS = 96;
const TRIPLET = { actual: 3, normal: 2 };

const named = (value: NoteValue | null | undefined): string =>
  value
    ? `${value.type}${'.'.repeat(value.dots)}${value.ratio ? ` ${value.ratio.actual}:${value.ratio.normal}` : ''}`
    : '?';

const written = (from: number, ticks: number): string[] =>
  writeLength(from, ticks, TICKS, TICKS, null).map(({ value }) => named(value));

describe('note values', () => {
  // Each value is half the one before; a dot adds half, a second dot a quarter (common practice; any primer of notation).
  it.each([
    [384, 'whole'],
    [96, 'quarter'],
    [144, 'quarter.'],
    [168, 'quarter..'],
    [24, '16th'],
    [72, 'eighth.'],
    [3, '128th'],
  ])('%d ticks of 96 to a quarter are a %s', (ticks, name) => {
    expect(named(valueOf(ticks, TICKS, null))).toBe(name);
  });

  it('fit in a tuplet by its ratio', () => {
    expect(named(valueOf(32, TICKS, TRIPLET))).toBe('eighth 3:2');
    expect(named(valueOf(64, TICKS, TRIPLET))).toBe('quarter 3:2');
    expect(valueOf(32, TICKS, null)).toBeUndefined();
  });

  it('last as long as they say, whatever they are', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...NOTE_TYPES.slice(0, 8)),
        fc.integer({ min: 0, max: 2 }),
        fc.constantFrom(null, TRIPLET),
        (type, dots, ratio) => {
          const ticks = valueTicks({ type, dots, ratio }, 960);
          expect(valueTicks(valueOf(ticks, 960, ratio)!, 960)).toBeCloseTo(ticks, 6);
        },
      ),
    );
  });
});

describe('a length on paper', () => {
  it('is one value where one fits, else tied ones that meet at a beat', () => {
    expect(written(0, 144)).toEqual(['quarter.']);
    // Five eighths from the beat, and from the middle of one.
    expect(written(0, 240)).toEqual(['half', 'eighth']);
    expect(written(48, 240)).toEqual(['eighth', 'half']);
    expect(written(72, 120)).toEqual(['16th', 'quarter']);
  });

  it('finds the triplet that nobody named', () => {
    expect(written(0, 32)).toEqual(['eighth 3:2']);
  });

  it('adds up to what was asked, in whole ticks', () => {
    fc.assert(
      fc.property(fc.nat(400), fc.integer({ min: 1, max: 2000 }), (from, ticks) => {
        const pieces = writeLength(from, ticks, TICKS, TICKS, null);
        expect(pieces.reduce((sum, piece) => sum + piece.ticks, 0)).toBe(ticks);
        for (const piece of pieces) expect(Number.isInteger(piece.ticks) && piece.ticks > 0).toBe(true);
      }),
    );
  });
});
