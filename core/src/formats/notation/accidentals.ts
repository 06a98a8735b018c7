import { alterInKey, type Pitch, type Step } from '../../keyboard/pitch';

/**
 * Accidentals since the barline. In print one holds in its own octave; in ABC 2.1 and some programs in every
 * octave of its letter. Where there is none the key says what a letter means.
 */
export class BarAccidentals {
  private readonly here = new Map<string, number>();
  private readonly anywhere = new Map<Step, number>();

  /** @param inKey what a letter means by the key signature */
  constructor(private readonly inKey: (step: Step) => number) {}

  /** What the letter means in this octave. */
  inOctave({ step, octave }: Pick<Pitch, 'step' | 'octave'>): number {
    return this.here.get(`${step}${octave}`) ?? this.inKey(step);
  }

  /** What the letter means where a sign holds in every octave. */
  inEveryOctave({ step }: Pick<Pitch, 'step'>): number {
    return this.anywhere.get(step) ?? this.inKey(step);
  }

  /** From here on the letter means this pitch. */
  set({ step, octave, alter }: Pitch): void {
    this.here.set(`${step}${octave}`, alter);
    this.anywhere.set(step, alter);
  }
}

/** Accidentals of a bar in a key of `fifths` sharps (positive) or flats (negative). */
export const accidentalsIn = (fifths: number): BarAccidentals => new BarAccidentals((step) => alterInKey(step, fifths));
