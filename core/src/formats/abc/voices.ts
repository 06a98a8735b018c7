import { STEPS, type Pitch } from '../../keyboard/pitch';
import {
  fullBarTicks,
  isAtBeginning,
  type Articulation,
  type Key,
  type Metre,
  type Note,
  type OrnamentKind,
  type RoadSign,
} from '../../score/score';
import { MAX_QUARTERS } from '../limits';
import { BarAccidentals } from '../notation/accidentals';
import { fingersInChord } from './chord-fingers';
import { lengthOf, type AbcElement, type AbcKey, type AbcMeter, type AbcPitch } from './parser';
import { roadSignsOf } from './road-signs';
import { ABC_TICKS } from './signs';

/** One voice of an ABC tune, read element by element into bars. */

export interface AbcNote {
  readonly pitch: Pitch;
  readonly onsetTicks: number;
  durationTicks: number;
  readonly graceIndex: number | null;
  readonly tuplet: Note['tuplet'];
  readonly articulations: readonly Articulation[];
  readonly fermata: boolean;
  readonly arpeggiated: boolean;
  readonly ornament: OrnamentKind | null;
  readonly fingers: readonly number[];
  /** Index of the bar in the voice. */
  readonly bar: number;
  readonly slurStarts: readonly number[];
  readonly slurEnds: number[];
  /** Where its pieces stand in the source. */
  readonly places: { readonly from: number; readonly to: number }[];
}

export type AbcMark = { readonly bar: number; readonly onsetTicks: number } & (
  | { readonly kind: 'dynamic' | 'clef'; readonly text: string }
  | { readonly kind: 'tempo'; readonly quartersPerMinute: number }
);

export interface AbcBar {
  lengthTicks: number;
  key: Key;
  metre: Metre;
  repeatStart: boolean;
  repeatEnd: number;
  endings: readonly number[];
  signs: readonly RoadSign[];
  rehearsal: string;
  doubleBarline: boolean;
}

const METRES: Readonly<Record<string, Metre>> = {
  common_time: { beats: 4, beatType: 4 },
  cut_time: { beats: 2, beatType: 2 },
};

const BEAT_TYPES = [1, 2, 4, 8, 16, 32, 64, 128];

export const metreOf = (meter: AbcMeter, before: Metre): Metre => {
  const named = METRES[meter.type ?? ''];
  if (named) return named;
  const [part] = meter.value ?? [];
  const beats = (part?.num ?? '').split('+').reduce((sum, number) => sum + Number(number), 0);
  const beatType = Number(part?.den);
  return beats > 0 && beats <= 128 && Number.isInteger(beats) && BEAT_TYPES.includes(beatType)
    ? { beats, beatType }
    : before;
};

const ALTERS: Readonly<Record<string, number>> = { sharp: 1, flat: -1, dblsharp: 2, dblflat: -2, natural: 0 };

interface KeyState {
  readonly key: Key;
  readonly alterOf: ReadonlyMap<string, number>;
}

export const keyOf = ({ accidentals = [], mode = '' }: AbcKey): KeyState => {
  const alterOf = new Map(accidentals.map(({ acc, note }) => [(note ?? '').toUpperCase(), ALTERS[acc ?? ''] ?? 0]));
  const fifths = [...alterOf.values()].reduce((sum, alter) => sum + Math.sign(alter), 0);
  return { key: { fifths, mode: mode === 'm' ? 'minor' : 'major' }, alterOf };
};

/** Pitches come as places on the staff, 0 for middle C. */
const letterOf = ({ pitch }: AbcPitch): Pick<Pitch, 'step' | 'octave'> => ({
  step: STEPS[((pitch % 7) + 7) % 7]!,
  octave: 4 + Math.floor(pitch / 7),
});

const ARTICULATION_OF: Readonly<Record<string, Articulation>> = {
  staccato: 'staccato',
  tenuto: 'tenuto',
  accent: 'accent',
  emphasis: 'accent',
  '>': 'accent',
  wedge: 'staccatissimo',
  marcato: 'strong-accent',
  umarcato: 'strong-accent',
  breath: 'breath-mark',
};

const ORNAMENT_OF: Readonly<Record<string, OrnamentKind>> = {
  trill: 'trill',
  uppermordent: 'short-trill',
  pralltriller: 'short-trill',
  lowermordent: 'mordent',
  mordent: 'mordent',
  turn: 'turn',
  invertedturn: 'inverted-turn',
};

const DYNAMICS = /^(p{1,4}|m[pf]|f{1,4}|sfz|fp)$/;

/** Reads the elements of one voice; lines of a tune are fed one after another. */
export class AbcVoice {
  readonly bars: AbcBar[] = [];
  readonly notes: AbcNote[] = [];
  readonly marks: AbcMark[] = [];
  /** Place in the source of the first length that no bar can hold; nothing of it is read. */
  tooLongAt: number | undefined;
  private key: KeyState = keyOf({});
  private metre: Metre = { beats: 4, beatType: 4 };
  private at = 0;
  private open: AbcBar | undefined;
  private repeatStarts = false;
  private endings: readonly number[] = [];
  /** Signs and names at a bar line for the bar after it. */
  private signs: readonly RoadSign[] = [];
  private rehearsal = '';
  /** In ABC 2.1 accidentals hold in every octave unless told otherwise. */
  private memory = this.newMemory();
  private tuplet: Note['tuplet'] = null;
  private ties = new Map<number, AbcNote>();

  constructor(private readonly source: string) {}

  setKey(key: AbcKey): void {
    this.key = keyOf(key);
    if (this.open && this.at === 0) this.open.key = this.key.key;
  }

  setMetre(meter: AbcMeter): void {
    this.metre = metreOf(meter, this.metre);
    if (this.open && this.at === 0) this.open.metre = this.metre;
  }

  setClef(type: string): void {
    this.marks.push({ kind: 'clef', bar: this.barIndex(), onsetTicks: this.at, text: type });
  }

  /** Silent bars, so that the voice stands where the others stand. */
  fillTo(bars: number): void {
    while (this.bars.length < bars) {
      this.current();
      this.closeBar();
    }
  }

  read(element: AbcElement): void {
    switch (element.el_type) {
      case 'note':
        return this.readNote(element);
      case 'bar':
        return this.readBar(element);
      case 'key':
        return this.setKey(element);
      case 'meter':
        return this.setMetre(element);
      case 'clef':
        return this.setClef(element.type ?? '');
      case 'tempo':
        return this.readTempo(element);
      case 'part':
        return this.readPart(element);
      default:
        return;
    }
  }

  /** Ends the last bar where no barline did. */
  end(): void {
    if (this.open && this.at > 0) this.closeBar();
  }

  private newMemory(): BarAccidentals {
    return new BarAccidentals((step) => this.key.alterOf.get(step) ?? 0);
  }

  private barIndex(): number {
    return this.bars.length;
  }

  private current(): AbcBar {
    this.open ??= {
      lengthTicks: 0,
      key: this.key.key,
      metre: this.metre,
      repeatStart: this.repeatStarts,
      repeatEnd: 0,
      endings: this.endings,
      signs: this.signs,
      rehearsal: this.rehearsal,
      doubleBarline: false,
    };
    this.signs = [];
    this.rehearsal = '';
    return this.open;
  }

  private readPart({ title }: AbcElement): void {
    const name = typeof title === 'string' ? title.trim().slice(0, 40) : '';
    if (this.open && this.at === 0) this.open.rehearsal = name;
    else this.rehearsal = name;
  }

  /** Signs at a bar line: those of an end belong to the bar before it. */
  private readBarSigns(type: string, decorations: readonly string[]): void {
    const signs = roadSignsOf(decorations);
    const before = this.bars[this.bars.length - 1];
    if (before) {
      before.signs = [...new Set([...before.signs, ...signs.filter((sign) => !isAtBeginning(sign))])];
      if (type === 'bar_thin_thin') before.doubleBarline = true;
    }
    this.signs = [...this.signs, ...signs.filter(isAtBeginning)];
  }

  private closeBar(): void {
    this.bars.push({ ...this.current(), lengthTicks: this.at });
    this.open = undefined;
    this.repeatStarts = false;
    this.at = 0;
    this.memory = this.newMemory();
  }

  private readBar({ type = '', startEnding, endEnding, decoration = [] }: AbcElement): void {
    const ends = type === 'bar_right_repeat' || type === 'bar_dbl_repeat';
    if (this.open && this.at > 0) {
      if (ends) this.open.repeatEnd = 2;
      this.closeBar();
    } else if (ends && this.bars.length > 0) this.bars[this.bars.length - 1]!.repeatEnd = 2;
    this.readBarSigns(type, decoration);
    if (endEnding) this.endings = [];
    if (startEnding !== undefined)
      this.endings = startEnding
        .split(/[,\s]+/)
        .map(Number)
        .filter((number) => Number.isInteger(number) && number > 0);
    if (type === 'bar_left_repeat' || type === 'bar_dbl_repeat') this.repeatStarts = true;
    if (this.open && this.at === 0) {
      this.open.repeatStart ||= this.repeatStarts;
      this.open.endings = this.endings;
    }
  }

  private readTempo({ duration, bpm }: AbcElement): void {
    const beat = Array.isArray(duration) ? duration.reduce((sum, part) => sum + part, 0) : 0;
    if (bpm && beat > 0)
      this.marks.push({
        kind: 'tempo',
        bar: this.barIndex(),
        onsetTicks: this.at,
        quartersPerMinute: bpm * beat * 4,
      });
  }

  private readNote(element: AbcElement): void {
    if (element.rest?.type === 'spacer') return;
    if (element.rest?.type === 'multimeasure') {
      const count = Math.min(1000, Math.max(1, Number(element.rest.text) || 1));
      for (let bar = 0; bar < count; bar += 1) {
        this.current();
        this.at = fullBarTicks({ ticksPerQuarter: ABC_TICKS }, this.metre);
        // The last one is closed by its own barline.
        if (bar < count - 1) this.closeBar();
      }
      return;
    }
    const bar = this.current();
    bar.signs = [...new Set([...bar.signs, ...roadSignsOf(element.decoration ?? [])])];
    if (element.startTriplet !== undefined) {
      const actual = element.startTriplet;
      const normal = Math.round(actual * (element.tripletMultiplier ?? 1));
      this.tuplet = actual > 0 && normal > 0 ? { actual, normal } : null;
    }
    const { tuplet } = this;
    const ticks = Math.round(lengthOf(element) * 4 * ABC_TICKS * (tuplet ? tuplet.normal / tuplet.actual : 1));
    if (!(ticks <= MAX_QUARTERS * ABC_TICKS)) {
      this.tooLongAt ??= element.startChar ?? 0;
      return;
    }
    if (element.pitches && ticks > 0) this.readPitches(element, element.pitches, ticks);
    this.at += ticks;
    if (element.endTriplet) this.tuplet = null;
  }

  private readPitches(element: AbcElement, pitches: readonly AbcPitch[], ticks: number): void {
    const decorations = element.decoration ?? [];
    const text = this.source.slice(element.startChar ?? 0, element.endChar ?? 0);
    (element.gracenotes ?? []).forEach((grace, graceIndex) => this.addNote(grace, 0, graceIndex, [], [], element));
    for (const name of decorations)
      if (DYNAMICS.test(name))
        this.marks.push({
          kind: 'dynamic',
          bar: this.barIndex(),
          onsetTicks: this.at,
          text: name,
        });
    const fingers = this.fingersOf(pitches, decorations, text);
    const before = this.ties;
    this.ties = new Map();
    pitches.forEach((pitch, index) => {
      const from = before.get(pitch.pitch);
      if (from) {
        // Under a tie the same key sounds on; an accidental carries over the barline.
        from.durationTicks += ticks;
        from.places.push(this.placeOf(element));
        this.remember(pitch);
        this.endSlurs(from, pitch, element, index);
        if (pitch.startTie) this.ties.set(pitch.pitch, from);
        return;
      }
      const note = this.addNote(pitch, ticks, null, decorations, fingers[index] ?? [], element, index);
      if (pitch.startTie) this.ties.set(pitch.pitch, note);
    });
  }

  /** Numbers in the chord belong to their notes; numbers before it to its notes from the lowest up, a lone note takes all. */
  private fingersOf(
    pitches: readonly AbcPitch[],
    decorations: readonly string[],
    text: string,
  ): readonly (readonly number[])[] {
    const digits = decorations.filter((name) => /^[1-5]$/.test(name)).map(Number);
    if (pitches.length === 1) return [digits];
    const inside = fingersInChord(text);
    if ([...inside.values()].some((fingers) => fingers.length > 0))
      return pitches.map(({ name }) => inside.get(name ?? '') ?? []);
    return pitches.map((_, index) => (digits[index] === undefined ? [] : [digits[index]]));
  }

  private remember(pitch: AbcPitch): void {
    if (pitch.accidental !== undefined) this.memory.set({ ...letterOf(pitch), alter: ALTERS[pitch.accidental] ?? 0 });
  }

  private endSlurs(note: AbcNote, pitch: AbcPitch, element: AbcElement, index: number): void {
    note.slurEnds.push(...(pitch.endSlur ?? []), ...(index === 0 ? (element.endSlur ?? []) : []));
  }

  /** The parser counts the space around an element in. */
  private placeOf({ startChar = 0, endChar = startChar }: AbcElement): { from: number; to: number } {
    const text = this.source.slice(startChar, endChar);
    const from = startChar + (text.length - text.trimStart().length);
    return { from, to: from + text.trim().length };
  }

  private addNote(
    pitch: AbcPitch,
    ticks: number,
    graceIndex: number | null,
    decorations: readonly string[],
    fingers: readonly number[],
    element: AbcElement,
    index = 1,
  ): AbcNote {
    const place = letterOf(pitch);
    this.remember(pitch);
    const note: AbcNote = {
      pitch: { ...place, alter: this.memory.inEveryOctave(place) },
      onsetTicks: this.at,
      durationTicks: ticks,
      graceIndex,
      tuplet: graceIndex === null ? this.tuplet : null,
      articulations: decorations.flatMap((name) => ARTICULATION_OF[name] ?? []),
      fermata: decorations.includes('fermata') || decorations.includes('invertedfermata'),
      arpeggiated: decorations.includes('arpeggio'),
      ornament: decorations.map((name) => ORNAMENT_OF[name]).find((kind) => kind !== undefined) ?? null,
      fingers,
      bar: this.barIndex(),
      slurStarts: [...(pitch.startSlur ?? []), ...(index === 0 ? (element.startSlur ?? []) : [])].map(
        ({ label }) => label,
      ),
      slurEnds: [],
      places: [this.placeOf(element)],
    };
    this.endSlurs(note, pitch, element, index);
    this.notes.push(note);
    return note;
  }
}
