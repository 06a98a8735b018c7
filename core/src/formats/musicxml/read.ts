import { fail, ok, type Result } from '../../result';
import { fullBarTicks, type Bar, type Mark, type Score, type ScoreIssue } from '../../score/score';
import { layBars, type SaidBar } from '../../score/build';
import { attribute, childText, children, numberIn, path, text } from './dom';
import { commonTicks } from './divisions';
import type { Measure, MusicXmlDocument } from './document';
import type { MusicXmlError } from './errors';
import { giveNoteIds } from './ids';
import { joinSlurs, joinTies } from './joins';
import { gathered } from '../gather';
import { readMeasure, startOfPart, type MeasureContent, type MeasureNote } from './measure';
import { findPianoParts, type PianoPart } from './parts';

type Contents = readonly MeasureContent[];

const readPart = (part: PianoPart, ticksPerQuarter: number): Result<Contents, MusicXmlError> => {
  const state = startOfPart(ticksPerQuarter, part.sideOfStaff);
  const contents: MeasureContent[] = [];
  for (const [bar, measure] of part.measures.entries()) {
    const content = readMeasure(measure, bar, state);
    if (content.kind === 'error') return content;
    contents.push(content.value);
  }
  return ok(contents);
};

const says = (measure: Measure | undefined, name: string): string | undefined =>
  measure && attribute(measure.header, name);

/** A first bar outside the count is a pickup and has number 0; other bars keep the number that is printed. */
const barNumber = (measure: Measure | undefined, index: number, before: number): number => {
  if (index === 0 && says(measure, 'implicit') === 'yes') return 0;
  const written = numberIn(says(measure, 'number') ?? '');
  return written !== undefined && Number.isInteger(written) ? written : before + (index === 0 ? 1 : 0);
};

const barsOf = (measures: readonly Measure[], parts: readonly Contents[], ticksPerQuarter: number): Bar[] => {
  const said: SaidBar[] = [];
  let number = 0;
  let endings: readonly number[] = [];
  const count = Math.max(...parts.map((contents) => contents.length));
  for (let index = 0; index < count; index += 1) {
    const contents = parts.flatMap((part) => part[index] ?? []);
    const first = contents[0];
    if (!first) break;
    number = barNumber(measures[index], index, number);
    const endingStart = contents.flatMap((content) => content.endingStart);
    if (endingStart.length > 0) endings = [...new Set(endingStart)];
    said.push({
      number,
      lengthTicks: Math.max(...contents.map((content) => content.lengthTicks)),
      metre: first.metre,
      key: first.key,
      repeatStart: contents.some((content) => content.repeatStart),
      repeatEnd: Math.max(...contents.map((content) => content.repeatEnd)),
      endings,
      signs: [...new Set(contents.flatMap((content) => content.signs))],
      rehearsal: contents.find((content) => content.rehearsal !== '')?.rehearsal ?? '',
      doubleBarline: contents.some((content) => content.doubleBarline),
    });
    if (contents.some((content) => content.endingStop)) endings = [];
  }
  return layBars(said, ticksPerQuarter);
};

/**
 * Bars that hold more or less than their metre. An upbeat, the last bar, bars outside the count and the halves of a bar that
 * a repeat divides may be short.
 */
const lengthIssues = (
  measures: readonly Measure[],
  contents: readonly Contents[],
  bars: readonly Bar[],
  ticksPerQuarter: number,
): ScoreIssue[] =>
  bars.flatMap((bar, index): ScoreIssue[] => {
    const metred = contents.every((part) => part[index]?.metred ?? true);
    const full = fullBarTicks({ ticksPerQuarter }, bar.metre);
    if (!metred || bar.lengthTicks === full) return [];
    const [before, after] = [bars[index - 1], bars[index + 1]];
    const isUncounted = says(measures[index], 'implicit') === 'yes';
    const isDivided = bar.repeatStart || bar.repeatEnd > 0 || (before?.repeatEnd ?? 0) > 0 || after?.repeatStart;
    if (bar.lengthTicks < full && (!before || !after || isUncounted || isDivided)) return [];
    const quarters = (ticks: number): number => ticks / ticksPerQuarter;
    return [{ bar: index, code: 'bar-length', quarters: quarters(bar.lengthTicks), dueQuarters: quarters(full) }];
  });

/** Moves the notes, which count from their barline, to their places in the piece. */
const placeNotes = (contents: Contents, bars: readonly Bar[]): MeasureNote[] => {
  const placed = contents.flatMap(({ notes }) => notes);
  for (const { note } of placed) note.onsetTicks += bars[note.bar]?.onsetTicks ?? 0;
  return placed;
};

const placeMarks = (contents: Contents, bars: readonly Bar[]): Mark[] =>
  contents.flatMap((content, bar) =>
    content.marks.map((mark) => ({ ...mark, onsetTicks: mark.onsetTicks + (bars[bar]?.onsetTicks ?? 0) })),
  );

const placeIssues = (contents: Contents): ScoreIssue[] =>
  contents.flatMap((content, bar) => content.issues.map((issue) => ({ bar, ...issue }) as ScoreIssue));

const titleOf = (document: MusicXmlDocument): string =>
  text(path(document.root, 'work', 'work-title')) || childText(document.root, 'movement-title') || 'Untitled';

const composerOf = (document: MusicXmlDocument): string => {
  const identification = path(document.root, 'identification');
  if (!identification) return '';
  const creators = children(identification, 'creator');
  return text(creators.find((creator) => attribute(creator, 'type') === 'composer') ?? creators[0]);
};

const partsScore = (
  document: MusicXmlDocument,
  parts: readonly PianoPart[],
  contents: readonly Contents[],
  ticksPerQuarter: number,
): Result<Score, MusicXmlError> => {
  const bars = barsOf(parts[0]?.measures ?? [], contents, ticksPerQuarter);
  const placed = contents.map((part) => placeNotes(part, bars));
  const joined = placed.map(joinTies);
  const notes = joined.flatMap((part) => part.notes);
  if (notes.length === 0) return fail({ code: 'no-notes' });
  return gathered({
    title: titleOf(document),
    composer: composerOf(document),
    ticksPerQuarter,
    bars,
    notes,
    slurs: placed.flatMap((part) => joinSlurs(part)),
    marks: contents.flatMap((part) => placeMarks(part, bars)),
    issues: [
      ...contents.flatMap(placeIssues),
      ...joined.flatMap((part) => part.issues),
      ...lengthIssues(parts[0]?.measures ?? [], contents, bars, ticksPerQuarter),
    ],
  });
};

/** Reads the piano's notes of a document. Writes an id on each of its notes that has none: the score speaks of notes by id. */
export const readScore = (document: MusicXmlDocument): Result<Score, MusicXmlError> => {
  const found = findPianoParts(document);
  if (found.kind === 'error') return found;
  giveNoteIds(document);
  const ticks = commonTicks(found.value);
  if (ticks.kind === 'error') return ticks;
  const contents: Contents[] = [];
  for (const part of found.value) {
    const read = readPart(part, ticks.value);
    if (read.kind === 'error') return read;
    contents.push(read.value);
  }
  return partsScore(document, found.value, contents, ticks.value);
};
