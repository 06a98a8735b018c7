import abcjs from 'abcjs';
import { ContractError, fail, ok, type Result } from '../../result';
import { lastUpTo } from '../../sorted';
import { MAX_OVERLAYS } from '../limits';
import type { AbcError, AbcRemark } from './errors';

/** What of abcjs' parser result is read here; all of it may be missing in a damaged tune. */
export interface AbcTune {
  readonly lines?: readonly { readonly staff?: readonly AbcStaff[] }[];
  readonly metaText?: { readonly title?: unknown; readonly composer?: unknown; readonly tempo?: AbcTempo };
  readonly warnings?: readonly string[];
}

export interface AbcStaff {
  readonly clef?: AbcClef;
  readonly key?: AbcKey;
  readonly meter?: AbcMeter;
  readonly brace?: string;
  readonly voices?: readonly (readonly AbcElement[])[];
}

export interface AbcClef {
  readonly type?: string;
}

export interface AbcKey {
  readonly accidentals?: readonly { readonly acc?: string; readonly note?: string }[];
  readonly mode?: string;
}

export interface AbcMeter {
  readonly type?: string;
  readonly value?: readonly { readonly num?: string; readonly den?: string }[];
}

export interface AbcTempo {
  readonly duration?: readonly number[];
  readonly bpm?: number;
}

export interface AbcPitch {
  readonly pitch: number;
  readonly accidental?: string;
  readonly name?: string;
  readonly startTie?: unknown;
  readonly endTie?: unknown;
  readonly startSlur?: readonly { readonly label: number }[];
  readonly endSlur?: readonly number[];
}

export interface AbcElement extends AbcKey, AbcMeter, AbcTempo, AbcClef {
  readonly el_type?: string;
  readonly startChar?: number;
  readonly endChar?: number;
  readonly pitches?: readonly AbcPitch[];
  readonly gracenotes?: readonly AbcPitch[];
  readonly rest?: { readonly type?: string; readonly text?: number | string };
  readonly decoration?: readonly string[];
  readonly title?: unknown;
  readonly startSlur?: readonly { readonly label: number }[];
  readonly endSlur?: readonly number[];
  readonly startTriplet?: number;
  readonly tripletMultiplier?: number;
  readonly endTriplet?: boolean;
  readonly startEnding?: string;
  readonly endEnding?: boolean;
}

/** Lengths of notes come as parts of a whole note, as one number. */
export const lengthOf = (element: AbcElement): number => {
  const duration: unknown = element.duration;
  return typeof duration === 'number' && Number.isFinite(duration) ? duration : 0;
};

const ENTITIES: Readonly<Record<string, string>> = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"' };

/** The parser words its warnings as "Music Line:3:5: text: <the line, marked up>". The place is kept, the mark-up goes. */
const remarkOf = (warning: string, inFile: (line: number) => number): AbcRemark => {
  const match = /^Music Line:(\d+):(\d+):\s*([\s\S]*)$/.exec(warning);
  const text = (match?.[3] ?? warning)
    .replace(/:\s{2}[\s\S]*$/, '')
    .replace(/<[^>]*>/g, '')
    .replace(/&\w+;/g, (entity) => ENTITIES[entity] ?? entity)
    .trim();
  return { line: inFile(Number(match?.[1] ?? 1)), column: Number(match?.[2] ?? 1), message: `${text}.` };
};

/** Lines before each tune that begins with X:, counted from 0; a text without X: is one tune. */
export const tuneStarts = (text: string): readonly number[] => {
  const starts = text.split('\n').flatMap((line, index) => (/^X:/.test(line) ? [index] : []));
  return starts.length > 0 ? starts : [0];
};

/** Where each line of a text begins. */
const lineStarts = (text: string): readonly number[] => [0, ...[...text.matchAll(/\n/g)].map(({ index }) => index + 1)];

export interface ParsedTune {
  readonly tune: AbcTune;
  readonly remarks: readonly AbcRemark[];
  /** The text that the places of elements count in. */
  readonly source: string;
  /** The line and column in the file of a place in the source. */
  readonly placeOf: (at: number) => { readonly line: number; readonly column: number };
}

/** The first line with a bar of more overlays than are read, counted from 0; -1 where there is none. */
const lineOfOverlays = (lines: readonly string[]): number =>
  lines.findIndex(
    (line) => !/^(%|[A-Za-z]:)/.test(line) && line.split('|').some((bar) => bar.split('&').length > MAX_OVERLAYS + 1),
  );

/** Parses one tune of a text, counted from 0. */
export const parseTune = (text: string, index: number): Result<ParsedTune, AbcError> => {
  const starts = tuneStarts(text);
  const start = starts[index];
  if (start === undefined) return fail({ code: 'no-such-tune', tune: index + 1, tunes: starts.length });
  const lines = text.split('\n');
  // The file's own header, before the first tune, holds for all of them.
  const header = lines.slice(0, starts[0]).filter((line) => /^(%%|[A-Za-z]:)/.test(line));
  const own = lines.slice(start, starts[index + 1]);
  const crowded = lineOfOverlays(own);
  if (crowded >= 0)
    return fail({ code: 'too-many-overlays', line: start + crowded + 1, column: 1, limit: MAX_OVERLAYS });
  const inFile = (line: number): number => start + (line > header.length + 1 ? line - header.length : 1);
  try {
    // The parser takes a header for a tune's own when it stands after its X:.
    const source = [...own.slice(0, 1), ...header, ...own.slice(1)].join('\n');
    const [tune] = abcjs.parseOnly(source) as unknown as AbcTune[];
    if (!tune) throw new ContractError('the parser gave no tune');
    const remarks = (tune.warnings ?? []).map((warning) => remarkOf(warning, inFile));
    const begins = lineStarts(source);
    const placeOf = (at: number): { line: number; column: number } => {
      const line = lastUpTo(begins, at, (begin) => begin);
      return { line: inFile(line + 1), column: at - begins[line]! + 1 };
    };
    return ok({ tune, remarks, source, placeOf });
  } catch (cause) {
    return fail({ code: 'unreadable', detail: cause instanceof Error ? cause.message.slice(0, 80) : 'damaged' });
  }
};
