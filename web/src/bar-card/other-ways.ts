import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { certaintyOf, type BarAlternative, type Certainty, type Difference, type Score } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { effortFigure } from '../parts/words';

/** What is told of a way: the difference that matters most, each side of the account. */
const TOLD = 1;

/** Differences that would be shown as nothing are not told. */
const LEAST_TOLD = 0.05;

const words = (differences: readonly Difference[], dearer: boolean): string =>
  differences
    .filter(({ effort }) => effort > 0 === dearer && Math.abs(effort) >= LEAST_TOLD)
    .slice(0, TOLD)
    .map(({ sentence }) => sentence)
    .join(', ');

const sentenceOf = (differences: readonly Difference[]): string => {
  const [loss, gain] = [words(differences, true), words(differences, false)];
  if (loss && gain) return `${gain}, but ${loss}`;
  return gain || loss || 'costs and spares about as much elsewhere';
};

const CERTAINTY_WORDS: Readonly<Record<Certainty, string>> = { sure: 'Sure', likely: 'Likely', choice: 'A choice' };

/** How sure what stands is, in words: what the next way costs more. */
const certaintyWords = (margin: number | null): string => {
  if (margin === null) return 'nothing else fits';
  if (margin < -0.05) return `another way is easier by ${effortFigure(-margin)}`;
  return `the next way costs ${effortFigure(margin)} more`;
};

/** Other ways to play the chosen bar, best first; one of them can be looked at, and taken. */
@Component({
  selector: 'ks-other-ways',
  imports: [NzButtonModule, NzSpinModule],
  templateUrl: './other-ways.html',
  styleUrl: './other-ways.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OtherWaysList {
  readonly score = input.required<Score>();
  /** Undefined while they are looked up. */
  readonly ways = input.required<readonly BarAlternative[] | undefined>();
  /** The one that is looked at, -1 for what stands. */
  readonly at = input.required<number>();
  readonly look = output<number>();
  readonly take = output();

  readonly shown = computed(() =>
    (this.ways() ?? []).map(({ fingers, effortMore, differs, differences }) => ({
      fingers: this.figures(fingers),
      effort: effortMore < -0.05 ? `−${effortFigure(-effortMore)}` : `+${effortFigure(effortMore)}`,
      differs: differs.join(', '),
      sentence: sentenceOf(differences),
    })),
  );

  /** How sure the suggestion for this bar is; undefined while that is looked up. */
  readonly certainty = computed(() => {
    const ways = this.ways();
    if (!ways) return undefined;
    const margin = ways.length === 0 ? null : Math.min(...ways.map(({ effortMore }) => effortMore));
    const kind = certaintyOf(margin);
    return { kind, word: CERTAINTY_WORDS[kind], why: certaintyWords(margin) };
  });

  /** Arrow keys walk through the ways, as in any list of choices. */
  step(event: KeyboardEvent): void {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    event.stopPropagation();
    this.look.emit(Math.max(-1, Math.min(this.shown().length - 1, this.at() + by)));
  }

  /** Fingers in the order of the notes, those of one moment together. */
  private figures(fingers: ReadonlyMap<string, number>): string {
    const notes = this.score().notes.filter(({ id }) => fingers.has(id));
    return notes
      .map(({ id, onsetTicks, graceIndex }, index) => {
        const before = notes[index - 1];
        const together = before?.onsetTicks === onsetTicks && before.graceIndex === graceIndex;
        return `${together ? '' : ' '}${fingers.get(id)}`;
      })
      .join('')
      .trim();
  }
}
