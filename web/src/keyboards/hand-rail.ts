import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { isBlack, positionLabel, restingKeys, WHITE_KEY_PITCH_MM, type Position } from '@kettle-step/core';
import { drawnKeys, keyboardWidthMm, keyXMm } from '../parts/drawn-keys';
import { HAND_LETTERS, HAND_WORDS, pretty } from '../parts/words';
import type { HandMoment } from './hand-moment';

/** The front of the keys is shown: of 150 mm the 100 nearest the player, of a black key 45. */
const SHOWN_LENGTH_MM = 100;
const BRACKET_ROOM_MM = 27;
/** Room that a letter of the labels takes, mm. */
const LABEL_MM = 5.4;
const NEXT_MM = 4.6;
/** Line of the labels over the brackets, mm from the top. */
const LABEL_LINE = 11.5;

/** From the C at or below to the B at or above. */
const wholeOctaves = (low: number, high: number): readonly [number, number] => {
  const from = Math.floor(low / 12) * 12;
  const to = Math.ceil((high + 1) / 12) * 12 - 1;
  // At least four octaves, so that a little piece does not get giant keys.
  return to - from >= 47
    ? [from, to]
    : [from - 12 * Math.ceil((47 - (to - from)) / 24), to + 12 * Math.floor((47 - (to - from)) / 24)];
};

/** The keyboard under the score, to scale, with the place of each hand and where it goes next. */
@Component({
  selector: 'ks-hand-rail',
  templateUrl: './hand-rail.html',
  styleUrl: './hand-rail.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandRail {
  readonly lowest = input.required<number>();
  readonly highest = input.required<number>();
  readonly hands = input.required<readonly HandMoment[]>();
  readonly fifths = input(0);

  readonly bracketRoom = BRACKET_ROOM_MM;
  readonly shownLength = SHOWN_LENGTH_MM;

  private readonly range = computed(() => wholeOctaves(this.lowest(), this.highest()));

  readonly keys = computed(() => drawnKeys(...this.range(), SHOWN_LENGTH_MM));
  readonly widthMm = computed(() => keyboardWidthMm(...this.range()));

  readonly drawn = computed(() => withRoom(this.placed()));

  private readonly placed = computed(() =>
    this.hands().map(({ side, position, spots, next }) => {
      const [left, right] = this.ends(position);
      const ghost = next ? this.ends(next) : undefined;
      const label = `${HAND_LETTERS[side]} · ${pretty(positionLabel(position))}`;
      return {
        side,
        label,
        left,
        right,
        ghost:
          ghost && next
            ? this.ghostOf(
                ghost,
                `${HAND_LETTERS[side]} next: ${pretty(next.name)}`,
                left,
                left + label.length * LABEL_MM,
              )
            : undefined,
        spots: spots.map((spot) => ({
          ...spot,
          x: this.xOf(spot.midi),
          y: BRACKET_ROOM_MM + (isBlack(spot.midi) ? 30 : 78),
        })),
      };
    }),
  );

  readonly spoken = computed(() =>
    this.hands()
      .map(({ side, position, spots }) => {
        const down = spots.filter((spot) => spot.down).map((spot) => spot.finger);
        return `${HAND_WORDS[side]} in ${positionLabel(position)}${down.length > 0 ? `, fingers down ${down.join(' and ')}` : ''}`;
      })
      .join('; '),
  );

  private xOf(midi: number): number {
    return keyXMm(midi, this.range()[0]);
  }

  /**
   * The label of the next position stands at the end away from the present one; where the two would still meet it follows the
   * present one's on its line.
   */
  private ghostOf([left, right]: readonly [number, number], label: string, from: number, labelEnd: number) {
    const lower = left < from;
    const [start, end] = lower ? [left, left + label.length * NEXT_MM] : [right - label.length * NEXT_MM, right];
    if (start < labelEnd && end > from)
      return { left, right, label, labelX: labelEnd + 4, labelY: LABEL_LINE, anchor: 'start' };
    const outside = lower ? { labelX: left + 3, anchor: 'start' } : { labelX: right - 3, anchor: 'end' };
    return { left, right, label, labelY: 17, ...outside };
  }

  private ends(position: Position): readonly [number, number] {
    const xs = restingKeys(position, this.fifths()).map((midi) => this.xOf(midi));
    return [Math.min(...xs) - WHITE_KEY_PITCH_MM / 2, Math.max(...xs) + WHITE_KEY_PITCH_MM / 2];
  }
}

interface Labelled {
  readonly left: number;
  readonly label: string;
  readonly ghost: { readonly label: string; readonly labelX: number; readonly anchor: string } | undefined;
}

/** Names of next positions that would lie on the name of another hand's place are left out; their brackets stay. */
const withRoom = <T extends Labelled>(hands: readonly T[]): readonly T[] =>
  hands.map((hand) => {
    const { ghost } = hand;
    if (!ghost) return hand;
    const width = ghost.label.length * NEXT_MM;
    const start = ghost.anchor === 'end' ? ghost.labelX - width : ghost.labelX;
    const isCovered = hands.some(
      (other) => other !== hand && other.left < start + width && start < other.left + other.label.length * LABEL_MM,
    );
    return isCovered ? { ...hand, ghost: { ...ghost, label: '' } } : hand;
  });
