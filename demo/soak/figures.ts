/** Times of one kind of request, and what is said of them. */
export class Times {
  private readonly all: number[] = [];

  async of<T>(work: () => Promise<T>): Promise<T> {
    const start = performance.now();
    const result = await work();
    this.all.push(performance.now() - start);
    return result;
  }

  get count(): number {
    return this.all.length;
  }

  /** @param share - from 0 to 1 */
  at(share: number): number {
    const sorted = [...this.all].sort((a, b) => a - b);
    return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
  }

  words(): string {
    const [half, most, last] = [0.5, 0.95, 1].map((share) => `${this.at(share).toFixed(0)} ms`);
    return `${String(this.count).padStart(6)} times, half under ${half}, 95 of 100 under ${most}, longest ${last}`;
  }
}

const WIDTH = 44;

export const line = (what: string, figure: string): void => console.log(what.padEnd(WIDTH) + figure);
