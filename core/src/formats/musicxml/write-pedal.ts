import { pedalSpansOf } from '../../pedal';
import { barAt } from '../../score/bars';
import type { Score } from '../../score/score';
import {
  append,
  attribute,
  childNumber,
  children,
  elementLike,
  insertBefore,
  nameOf,
  remove,
  setText,
  type Element,
} from './dom';
import type { Measure, MusicXmlDocument } from './document';
import { findPianoParts } from './parts';

/** One sign of the pedal, ticks from its bar line. */
interface PedalSign {
  readonly type: 'start' | 'stop';
  readonly ticks: number;
}

/** Signs by the bar in which they stand. A change is a stop and a start: of signs for a change engravers draw only some. */
const signsByBar = (score: Score): ReadonlyMap<number, readonly PedalSign[]> => {
  const byBar = new Map<number, PedalSign[]>();
  const put = (type: PedalSign['type'], ticks: number, isEnd: boolean): void => {
    // What ends with a bar stands in it, not at the beginning of the next.
    const bar = barAt(score, isEnd ? ticks - 1 : ticks);
    byBar.set(bar, [...(byBar.get(bar) ?? []), { type, ticks: ticks - score.bars[bar]!.onsetTicks }]);
  };
  for (const { downTicks, upTicks } of pedalSpansOf(score)) {
    put('start', downTicks, false);
    put('stop', upTicks, true);
  }
  return byBar;
};

/** Takes the pedal signs out of a measure; a direction that held nothing else goes with them. */
const clearPedal = (measure: Element): void => {
  for (const direction of children(measure, 'direction')) {
    for (const type of children(direction, 'direction-type')) {
      for (const pedal of children(type, 'pedal')) remove(pedal);
      if (children(type).length === 0) remove(type);
    }
    if (children(direction, 'direction-type').length === 0) remove(direction);
  }
};

/** What stands before the music of a measure. */
const HEAD = new Set(['print', 'barline', 'attributes']);

const directionOf = (
  measure: Element,
  { type, ticks }: PedalSign,
  divisionsPerTick: number,
  staff: number,
): Element => {
  const direction = elementLike(measure, 'direction', { placement: 'below' });
  const inner = elementLike(measure, 'direction-type');
  append(inner, elementLike(measure, 'pedal', { type, line: 'yes' }));
  append(direction, inner);
  const say = (name: string, value: number): void => {
    const element = elementLike(measure, name);
    setText(element, String(value));
    append(direction, element);
  };
  if (ticks > 0) say('offset', Math.round(ticks * divisionsPerTick * 1000) / 1000);
  if (staff > 1) say('staff', staff);
  return direction;
};

/** The staves of a part: those its attributes count. */
const stavesOf = (measures: readonly Measure[]): number =>
  Math.max(
    1,
    ...measures.flatMap(({ element }) =>
      children(element, 'attributes').flatMap((attributes) => childNumber(attributes, 'staves') ?? []),
    ),
  );

/** Writes the pedal of a score under the lowest staff of its document, in place of what stood there. */
export const writePedal = (document: MusicXmlDocument, score: Score): void => {
  const parts = findPianoParts(document);
  if (parts.kind === 'error') return;
  for (const { measures } of parts.value) for (const { element } of measures) clearPedal(element);
  const measures = parts.value[parts.value.length - 1]?.measures ?? [];
  const staff = stavesOf(measures);
  const signs = signsByBar(score);
  let divisions = 1;
  measures.forEach(({ element }, bar) => {
    for (const attributes of children(element, 'attributes'))
      divisions = childNumber(attributes, 'divisions') ?? divisions;
    const music = children(element).find(
      (one) => !HEAD.has(nameOf(one)) || (nameOf(one) === 'barline' && attribute(one, 'location') !== 'left'),
    );
    for (const sign of signs.get(bar) ?? [])
      insertBefore(element, directionOf(element, sign, divisions / score.ticksPerQuarter, staff), music);
  });
};
