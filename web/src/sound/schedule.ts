import { beatTicks, positionLabel, secondsAt, type PianoPlan, type Score, type Side } from '@kettle-step/core';

/** How loud a hand is. */
export const VOICES = ['on', 'soft', 'off'] as const;
export type Voice = (typeof VOICES)[number];

export interface PlayOptions {
  /** First and last bar, indices into `Score.bars`. */
  readonly bars: readonly [number, number];
  /** Where in the first bar to begin, ticks from the start of the piece. */
  readonly fromTicks: number;
  /** Share of the written tempo. */
  readonly tempo: number;
  readonly hands: Readonly<Record<Side, Voice>>;
  readonly countIn: boolean;
  readonly metronome: boolean;
  /** Pauses on each new position. */
  readonly stopAtMoves: boolean;
}

/** Something that is heard, at seconds from the beginning of the sound. */
export type SoundEvent =
  | {
      readonly kind: 'note';
      readonly seconds: number;
      readonly lengthSeconds: number;
      readonly midi: number;
      /** 0 to 1. */
      readonly loudness: number;
    }
  | { readonly kind: 'click'; readonly seconds: number; readonly accent: boolean };

/** A moment of the score that passes by. */
export interface Moment {
  readonly seconds: number;
  readonly ticks: number;
}

export interface Pause extends Moment {
  readonly words: string;
}

export interface Schedule {
  readonly events: readonly SoundEvent[];
  /** Where notes begin, for the hands that travel with them. */
  readonly moments: readonly Moment[];
  readonly pauses: readonly Pause[];
  /** When the music begins, after what is counted in. */
  readonly beginsAt: number;
  /** When the last bar is over. */
  readonly endsAt: number;
}

export const TEMPO_RANGE = [0.2, 1.2] as const;

/** A grace note takes so long before the note it adorns, seconds at the written tempo. */
const GRACE_SECONDS = 0.09;
const LOUDNESS: Readonly<Record<Voice, number>> = { on: 0.8, soft: 0.3, off: 0 };
const beatsIn = (
  score: Score,
  bar: Score['bars'][number],
): readonly { readonly ticks: number; readonly accent: boolean }[] => {
  const beat = beatTicks(score, bar.metre);
  const first = Math.ceil(bar.missingTicks / beat) * beat - bar.missingTicks;
  const count = Math.max(0, Math.ceil((bar.lengthTicks - first) / beat));
  return Array.from({ length: count }, (_, index) => ({
    ticks: bar.onsetTicks + first + index * beat,
    accent: first + index * beat + bar.missingTicks === 0,
  }));
};

/** All that is heard and passed when some bars are played, by the clock of the sound. Repeats are not unfolded. */
export const scheduleOf = (score: Score, plan: PianoPlan, options: PlayOptions): Schedule => {
  const [first, last] = options.bars.map((bar) => score.bars[bar]!) as [Score['bars'][number], Score['bars'][number]];
  const at = secondsAt(score);
  const from = Math.max(options.fromTicks, first.onsetTicks);
  const until = last.onsetTicks + last.lengthTicks;
  const beat = beatTicks(score, first.metre);
  const beatSeconds = (at(from + beat) - at(from)) / options.tempo;
  const counted = options.countIn ? first.metre.beats : 0;
  const beginsAt = counted * beatSeconds;
  const when = (ticks: number): number => beginsAt + (at(ticks) - at(from)) / options.tempo;

  const counts: SoundEvent[] = Array.from({ length: counted }, (_, index) => ({
    kind: 'click',
    seconds: index * beatSeconds,
    accent: index === 0,
  }));
  const clicks: SoundEvent[] = options.metronome
    ? score.bars.slice(options.bars[0], options.bars[1] + 1).flatMap((bar) =>
        beatsIn(score, bar)
          .filter(({ ticks }) => ticks >= from && ticks < until)
          .map(({ ticks, accent }): SoundEvent => ({ kind: 'click', seconds: when(ticks), accent })),
      )
    : [];
  const played = score.notes.filter(({ onsetTicks }) => onsetTicks >= from && onsetTicks < until);
  const graces = new Map<string, number>();
  for (const { side, onsetTicks, graceIndex } of played)
    if (graceIndex !== null)
      graces.set(`${side} ${onsetTicks}`, Math.max(graces.get(`${side} ${onsetTicks}`) ?? 0, graceIndex + 1));
  const notes = played
    .filter(({ side }) => options.hands[side] !== 'off')
    .map((note): SoundEvent => {
      const grace = GRACE_SECONDS / options.tempo;
      const early =
        note.graceIndex === null ? 0 : (graces.get(`${note.side} ${note.onsetTicks}`)! - note.graceIndex) * grace;
      const end = when(Math.min(note.onsetTicks + note.durationTicks, until));
      return {
        kind: 'note',
        seconds: Math.max(0, when(note.onsetTicks) - early),
        lengthSeconds: note.graceIndex === null ? end - when(note.onsetTicks) : grace,
        midi: note.midi,
        loudness: LOUDNESS[options.hands[note.side]],
      };
    });
  const moments = [...new Set(played.map(({ onsetTicks }) => onsetTicks))].map((ticks) => ({
    ticks,
    seconds: when(ticks),
  }));
  const pauses = options.stopAtMoves
    ? (['right', 'left'] as const).flatMap((side) =>
        plan.hands[side].positions
          .filter(({ onsetTicks }) => onsetTicks > from && onsetTicks < until)
          .map((position) => ({
            ticks: position.onsetTicks,
            seconds: when(position.onsetTicks),
            words: `${side === 'right' ? 'Right' : 'Left'} hand: ${positionLabel(position)}`,
          })),
      )
    : [];
  return {
    events: [...counts, ...clicks, ...notes].sort((a, b) => a.seconds - b.seconds),
    moments,
    pauses: pauses.sort((a, b) => a.seconds - b.seconds),
    beginsAt,
    endsAt: when(until),
  };
};
