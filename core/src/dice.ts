import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Chance by a seed: the same seed throws the same. */
export class Dice {
  private readonly generator;

  constructor(seed: number) {
    this.generator = xoroshiro128plus(seed);
  }

  between(low: number, high: number): number {
    return low + uniformFloat64(this.generator) * (high - low);
  }

  /** Both ends among them. */
  whole(low: number, high: number): number {
    return uniformInt(this.generator, low, high);
  }

  happens(share: number): boolean {
    return uniformFloat64(this.generator) < share;
  }

  one<T>(of: readonly T[]): T {
    return of[this.whole(0, of.length - 1)]!;
  }
}
