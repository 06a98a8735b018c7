import type { Side } from '../hand/hand';
import { midiOf } from '../keyboard/pitch';
import { fullBarTicks, inTimeOrder, type Bar, type Note, type Score } from './score';

/** A bar as it is said; what is left out is as usual: a full bar, counted on, without repeats. */
export type SaidBar = Pick<Bar, 'metre' | 'key'> & Partial<Omit<Bar, 'metre' | 'key' | 'index' | 'onsetTicks'>>;

/**
 * Lays bars one after another. A first bar that is numbered 0 is an upbeat: what it lacks is missing before its first note.
 * A length of 0 is that of a full bar.
 */
export const layBars = (said: readonly SaidBar[], ticksPerQuarter: number): Bar[] => {
  let [onsetTicks, number] = [0, 0];
  return said.map((bar, index): Bar => {
    const full = fullBarTicks({ ticksPerQuarter }, bar.metre);
    const lengthTicks = bar.lengthTicks || full;
    number = bar.number ?? number + 1;
    const isUpbeat = index === 0 && number === 0;
    const laid: Bar = {
      index,
      number,
      onsetTicks,
      lengthTicks,
      missingTicks: bar.missingTicks ?? (isUpbeat ? Math.max(0, full - lengthTicks) : 0),
      metre: bar.metre,
      key: bar.key,
      repeatStart: bar.repeatStart ?? false,
      repeatEnd: bar.repeatEnd ?? 0,
      endings: bar.endings ?? [],
      signs: bar.signs ?? [],
      rehearsal: bar.rehearsal ?? '',
      doubleBarline: bar.doubleBarline ?? false,
    };
    onsetTicks += lengthTicks;
    return laid;
  });
};

/** A note as it is said; what is left out is as usual: on the staff of its hand, plain, with no number. */
export type SaidNote = Pick<Note, 'id' | 'side' | 'pitch' | 'bar' | 'onsetTicks' | 'durationTicks'> & Partial<Note>;

/** The first voice of each hand, as programs commonly number them. */
const FIRST_VOICE: Readonly<Record<Side, string>> = { right: '1', left: '5' };

export const noteOf = (said: SaidNote): Note => ({
  tiedIds: [],
  staff: said.side === 'right' ? 1 : 2,
  voice: FIRST_VOICE[said.side],
  midi: midiOf(said.pitch),
  graceIndex: null,
  articulations: [],
  fermata: false,
  arpeggiated: false,
  ornament: null,
  tuplet: null,
  printed: [],
  ...said,
});

/** Music that is made here: bars that are all alike, and their notes. It has no slurs and no marks. */
export const scoreOf = (
  title: string,
  ticksPerQuarter: number,
  { metre, key, count }: Pick<Bar, 'metre' | 'key'> & { readonly count: number },
  notes: readonly Note[],
): Score => ({
  title,
  composer: '',
  ticksPerQuarter,
  bars: layBars(
    Array.from({ length: count }, () => ({ metre, key })),
    ticksPerQuarter,
  ),
  notes: [...notes].sort(inTimeOrder),
  slurs: [],
  marks: [],
  issues: [],
});
