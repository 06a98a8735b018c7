import type { Finger } from '../../hand/hand';
import { SCALES, type ScaleKind } from '../../reading/scale-runs';
import type { Press, Slice } from '../../score/slices';
import { finish } from '../../steps';
import { playable } from '../model/playable';
import type { LatticeBuilder } from '../search/lattice';
import { knownPattern, runPricesOf } from './runs';
import type { ScaleFingers } from './usual';

/** Where the octave that stands for a scale begins, MIDI: any would do. */
const MIDDLE = 60;
/** Quick enough for a run. Seconds. */
const STROKE_SECONDS = 0.15;

const strokeAt = (midi: number, index: number): Slice => {
  const press: Press = {
    midi,
    pitch: { step: 'C', alter: 0, octave: 4 },
    noteIds: [],
    adorns: null,
    onsetTicks: index,
    endTicks: index + 1,
  };
  return {
    bar: 0,
    onsetTicks: index,
    grace: false,
    ornamental: false,
    struck: [press],
    held: [],
    rolled: false,
    link: index === 0 ? 'rest' : 'slur',
    sinceSeconds: index === 0 ? Infinity : STROKE_SECONDS,
  };
};

/** Fingers of every scale as the engine itself finds them: one octave that goes on for ever (runs.ts). Found once each. */
export const scaleFingersOf = (builder: LatticeBuilder): ScaleFingers => {
  const { pricing, patterns } = builder;
  const find = (tonic: number, scale: ScaleKind): readonly Finger[] | undefined => {
    const midis = [...SCALES[scale], 12].map((step) => MIDDLE + tonic + step);
    const slices = midis.map((midi, index) => playable(strokeAt(midi, index), pricing.side, pricing.hand, new Map()));
    const lattice = finish(builder.build(slices, { fifths: 0, mode: 'major' }));
    const { length } = SCALES[scale];
    return knownPattern(lattice, slices, { from: 0, to: length, period: length }, runPricesOf(pricing), patterns);
  };
  const known = new Map<string, readonly Finger[] | undefined>();
  return (tonic, scale) => {
    const name = `${scale} ${tonic}`;
    if (!known.has(name)) known.set(name, find(tonic, scale));
    return known.get(name);
  };
};
