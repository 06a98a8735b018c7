import type { Finger, Side } from '../hand/hand';
import type { Rules } from '../fingering/model/rules';
import {
  chromaticFinger,
  CLOSE_CADENCE,
  COMMON_PRACTICE,
  SCALE_MANUAL,
  type RunFingering,
  type Source,
} from '../handbook';
import { midiOf } from '../keyboard/pitch';
import { exerciseOf } from './exercises';
import { isTriadArpeggio, KINDS } from './kinds';
import { mod } from './ladder';
import { outerFingers } from './legato-octaves';
import type { Stroke } from './line';
import { noteIdAt, type Pattern } from './pattern';
import { chordShapeFor, rowFor, runTableOf } from './tables';

/** How one hand plays a pattern by the handbook. */
export interface HandbookFingering {
  readonly source: Source;
  /** `medium` where the table gives usual practice rather than the rule. */
  readonly sure: 'high' | 'medium';
  /** By note of the pattern's score. */
  readonly fingers: ReadonlyMap<string, Finger>;
  /** Fingers that silently take a key over. */
  readonly substitutes: ReadonlyMap<string, Finger>;
}

/** Fingers of each stroke, lowest note first; with the finger that takes the outer note over. */
interface Taken {
  readonly fingers: readonly Finger[];
  readonly substitutes?: readonly (Finger | null)[];
}

export type HouseRules = Pick<Rules, 'arpeggioInner' | 'chromatic' | 'scaleEnds' | 'crossing'>;

const startOf = (row: RunFingering, falling: boolean): readonly Finger[] => {
  const [usual] = row.starts;
  if (!usual || !falling || !row.octaveDown) return usual ?? [];
  const { octaveDown } = row;
  return row.starts.find((start) => start.every((finger, at) => finger === octaveDown[at])) ?? usual;
};

const patternOf = (row: RunFingering, falling: boolean): readonly Finger[] =>
  falling && row.octaveDown ? row.octaveDown : row.octave;

const endOf = (row: RunFingering, falling: boolean, { scaleEnds }: HouseRules): Finger => {
  const { ends } = row;
  if (scaleEnds === 'five' && ends.includes(5)) return 5;
  const [own] = patternOf(row, falling);
  return own !== undefined && ends.includes(own) ? own : ends[0]!;
};

/** The table's fingers along a run; its ends are a start or an end only where they are the key-note. */
const runFingers = (row: RunFingering, strokes: readonly Stroke[], rules: HouseRules): readonly Taken[] => {
  const size = row.octave.length;
  const rungs = strokes.map(({ rung }) => rung);
  const [lowest, highest] = [Math.min(...rungs), Math.max(...rungs)];
  return strokes.map(({ rung, falling }): Taken => {
    if (rung === highest && mod(rung, size) === 0) return { fingers: [endOf(row, falling, rules)] };
    const start = mod(lowest, size) === 0 ? startOf(row, falling)[rung - lowest] : undefined;
    return { fingers: [start ?? patternOf(row, falling)[mod(rung, size)]!] };
  });
};

/** The inner finger of a left hand's arpeggio from a white key, as the house has it. */
const withInner = (row: RunFingering, { arpeggioInner }: HouseRules): RunFingering => {
  const [first, inner, ...others] = row.octave;
  const isOpen = row.hand === 'left' && first === 1 && (inner === 3 || inner === 4) && row.octave.length === 3;
  return isOpen && arpeggioInner !== 'by-keys' ? { ...row, octave: [first, arpeggioInner, ...others] } : row;
};

const FIVE: Readonly<Record<Side, readonly Finger[]>> = { right: [1, 2, 3, 4, 5], left: [5, 4, 3, 2, 1] };

const midisOf = ({ pitches }: Pick<Stroke, 'pitches'>): readonly number[] => pitches.map(midiOf);

/** Each stroke by the shape of its chord, or of the chord it is a note of; undefined where the handbook lacks one. */
const chordFingers = (strokes: readonly Stroke[], side: Side): readonly Taken[] | undefined => {
  const taken: Taken[] = [];
  for (const stroke of strokes) {
    const shape = chordShapeFor(midisOf(stroke.block ?? stroke), side);
    if (!shape) return undefined;
    taken.push({ fingers: stroke.block ? [shape.fingers[stroke.block.note]!] : shape.fingers });
  }
  return taken;
};

const octaveFingers = (strokes: readonly Stroke[], side: Side): readonly Taken[] =>
  outerFingers(strokes, side).map(({ finger, substitute }) =>
    side === 'right'
      ? { fingers: [1, finger], substitutes: [null, substitute] }
      : { fingers: [finger, 1], substitutes: [substitute, null] },
  );

interface Found {
  readonly taken: readonly Taken[];
  readonly source: Source;
  readonly sure?: 'medium' | undefined;
}

const foundRun = (pattern: Pattern, side: Side, rules: HouseRules): Found | undefined => {
  const { wish, hands } = pattern;
  const table = runTableOf(wish);
  const row = table && rowFor(table, wish.tonic, side);
  if (!table || !row) return undefined;
  const own = isTriadArpeggio(wish.kind) && wish.inversion === 0 ? withInner(row, rules) : row;
  return { taken: runFingers(own, hands[side], rules), source: table.source, sure: row.sure };
};

const found = (pattern: Pattern, side: Side, rules: HouseRules): Found | undefined => {
  const { wish, hands } = pattern;
  const strokes = hands[side];
  const common = (taken: readonly Taken[]): Found => ({ taken, source: COMMON_PRACTICE });
  const { fingers } = KINDS[wish.kind];
  switch (fingers.kind) {
    case 'exercise':
      return common((exerciseOf(wish, side) ?? []).map(({ finger }) => ({ fingers: [finger] })));
    case 'five-fingers':
      return common(fiveFingers(strokes, side));
    case 'chromatic':
      // Groups of neighbouring fingers are the engine's: they depend on where the scale begins.
      return rules.chromatic === 'groups'
        ? undefined
        : common(strokes.map((stroke) => ({ fingers: [chromaticFinger(midisOf(stroke)[0]!, side)] })));
    case 'cadence':
      return common(CLOSE_CADENCE[side].map((chord) => ({ fingers: chord })));
    case 'outer-fingers':
      return rules.crossing === 'thumb-only' ? undefined : common(octaveFingers(strokes, side));
    case 'chord-shapes': {
      const taken = chordFingers(strokes, side);
      return taken && { taken, source: SCALE_MANUAL };
    }
    case 'table':
      return foundRun(pattern, side, rules);
    case 'engine':
      return undefined;
  }
};

/** Five fingers on five keys, whichever way the hand goes from its tonic. */
const fiveFingers = (strokes: readonly Stroke[], side: Side): readonly Taken[] => {
  const lowest = Math.min(...strokes.map(({ rung }) => rung));
  return strokes.map(({ rung }) => ({ fingers: [FIVE[side][rung - lowest]!] }));
};

/** The handbook's fingering of one hand of a pattern under the house's rules; undefined where no table has it. */
export const handbookFingering = (pattern: Pattern, side: Side, rules: HouseRules): HandbookFingering | undefined => {
  const one = found(pattern, side, rules);
  if (!one) return undefined;
  const fingers = new Map<string, Finger>();
  const substitutes = new Map<string, Finger>();
  one.taken.forEach((taken, stroke) =>
    taken.fingers.forEach((finger, note) => {
      fingers.set(noteIdAt(side, stroke, note), finger);
      const substitute = taken.substitutes?.[note];
      if (substitute) substitutes.set(noteIdAt(side, stroke, note), substitute);
    }),
  );
  return { source: one.source, sure: one.sure ?? 'high', fingers, substitutes };
};
