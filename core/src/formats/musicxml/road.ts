import { type Bar, type RoadSign } from '../../score/score';
import { attribute, child, children, nameOf, numberIn, text, type Element } from './dom';

/** What a measure says about the order of bars: repeats, endings, signs of D.C. and D.S., rehearsal marks, double bar lines. */

export interface MeasureRoad extends Pick<Bar, 'repeatStart' | 'repeatEnd' | 'signs' | 'rehearsal' | 'doubleBarline'> {
  readonly endingStart: readonly number[];
  readonly endingStop: boolean;
}

/** Nobody plays a passage more often; more is a slip of the pen. */
const MOST_TIMES = 32;

const endingNumbers = (ending: Element): number[] =>
  (attribute(ending, 'number') ?? '')
    .split(/[,\s]+/)
    .map(Number)
    .filter((number) => Number.isInteger(number) && number > 0 && number <= MOST_TIMES);

/** Attributes of MusicXML's `sound`, and the sign each of them stands for. */
const SOUND_SIGNS: Readonly<Record<string, RoadSign>> = {
  segno: 'segno',
  coda: 'coda',
  tocoda: 'to-coda',
  fine: 'fine',
  dacapo: 'da-capo',
  dalsegno: 'dal-segno',
};

/** Words that send the player elsewhere, where a program wrote them without telling what they mean. */
const SIGN_WORDS: readonly (readonly [RegExp, RoadSign])[] = [
  [/^\s*(d\.?\s?c\.?|da\s+capo)(?=\W|$)/i, 'da-capo'],
  [/^\s*(d\.?\s?s\.?|dal\s+segno)(?=\W|$)/i, 'dal-segno'],
  [/^\s*(al(la)?|to)\s+coda\W*$/i, 'to-coda'],
  [/^\s*fine\W*$/i, 'fine'],
];

const soundSigns = (sound: Element): RoadSign[] =>
  Object.entries(SOUND_SIGNS).flatMap(([name, sign]) => {
    const value = attribute(sound, name);
    return value === undefined || value === '' || value === 'no' ? [] : [sign];
  });

const printedSigns = (types: readonly Element[]): RoadSign[] =>
  types.flatMap((type): RoadSign[] => {
    if (nameOf(type) === 'segno') return ['segno'];
    if (nameOf(type) === 'coda') return ['coda'];
    if (nameOf(type) !== 'words') return [];
    return SIGN_WORDS.filter(([words]) => words.test(text(type))).map(([, sign]) => sign);
  });

const typesOf = (direction: Element): readonly Element[] =>
  children(direction, 'direction-type').flatMap((type) => children(type));

/** What sounds decides; what is only printed is read where no sound is given. */
const signsOf = (element: Element): RoadSign[] => {
  if (nameOf(element) === 'sound') return soundSigns(element);
  const sound = child(element, 'sound');
  const heard = sound ? soundSigns(sound) : [];
  return heard.length > 0 ? heard : printedSigns(typesOf(element));
};

/** “8va 2nd time”, “second time an octave lower”. @returns octaves up (1) or down (-1); 0 where the words say something else */
export const secondTimeOctaves = (words: string): number => {
  const said = words.toLowerCase();
  if (!/(2nd|second)\s+time/.test(said) || !/(8v|octave|ottava)/.test(said)) return 0;
  return /(8vb|bassa|lower|below|down)/.test(said) ? -1 : 1;
};

/** Reads all that a measure says about the order of bars. */
export const readRoad = (measure: Element): MeasureRoad => {
  const barlines = children(measure, 'barline');
  const repeats = barlines.flatMap((barline) => children(barline, 'repeat'));
  const backward = repeats.find((repeat) => attribute(repeat, 'direction') === 'backward');
  const endings = barlines.flatMap((barline) => children(barline, 'ending'));
  const directions = children(measure).filter((element) => ['direction', 'sound'].includes(nameOf(element)));
  const rehearsals = directions.flatMap(typesOf).filter((type) => nameOf(type) === 'rehearsal');
  const times = backward ? (numberIn(attribute(backward, 'times') ?? '') ?? 2) : 0;
  return {
    repeatStart: repeats.some((repeat) => attribute(repeat, 'direction') === 'forward'),
    repeatEnd: Math.min(MOST_TIMES, times),
    endingStart: endings.filter((ending) => attribute(ending, 'type') === 'start').flatMap(endingNumbers),
    endingStop: endings.some((ending) => attribute(ending, 'type') !== 'start'),
    signs: [...new Set(directions.flatMap(signsOf))],
    rehearsal: rehearsals[0] ? text(rehearsals[0]).trim().slice(0, 40) : '',
    doubleBarline: barlines.some(
      (barline) =>
        attribute(barline, 'location') !== 'left' &&
        children(barline, 'bar-style').some((style) => ['light-light', 'heavy-heavy'].includes(text(style).trim())),
    ),
  };
};
