import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { blocksOf, numberOfBar, SIDES, stretchInWords, type Block, type Side } from '@kettle-step/core';
import type { PracticeDocumentStep } from '@kettle-step/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { HAND_WORDS, pretty } from '../parts/words';
import { PieceSession } from '../session/piece-session';
import { SheetSteps } from '../sheet/sheet-steps';
import { StepMusic } from '../sheet/step-music';
import { Player } from '../sound/player.service';

/** Blocks in one row. */
const IN_A_ROW = 6;

interface Row {
  readonly side: Side;
  readonly words: string;
  readonly blocks: readonly Block[];
  /** The row as a step, for its music. */
  readonly step: PracticeDocumentStep;
}

/** The piece as its rows of blocks: all keys of a position at once, shown, and heard when pressed. */
@Component({
  selector: 'ks-blocks',
  imports: [NzButtonModule, StepMusic],
  template: `<details>
    <summary>The piece as blocks</summary>
    <p class="soft">Every stretch that lies under the hand as one shape: play all its keys at once.</p>
    @for (row of rows(); track $index) {
      <div class="row">
        <b [class]="'hand-' + row.side">{{ row.words }}</b>
        <ks-step-music [step]="row.step" [widthPx]="420" />
        <div class="blocks">
          @for (block of row.blocks; track $index) {
            <button
              nz-button
              nzSize="small"
              type="button"
              [attr.aria-label]="'Hear ' + spoken(block)"
              (click)="player.strike(midis(block))"
            >
              {{ label(block) }}
            </button>
          }
        </div>
      </div>
    }
  </details>`,
  styleUrl: './blocks.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Blocks {
  private readonly session = inject(PieceSession);
  private readonly store = inject(SheetSteps);
  readonly player = inject(Player);

  readonly rows = computed((): readonly Row[] => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (!score || !solved) return [];
    const [first, last] = this.store.bars();
    const isMeant = ({ bars }: Block): boolean =>
      numberOfBar(score, bars[1]) >= (first ?? -Infinity) && numberOfBar(score, bars[0]) <= (last ?? Infinity);
    return SIDES.flatMap((side) => {
      const blocks = blocksOf(score, solved.plan, side).filter(isMeant);
      const rows: Row[] = [];
      for (let at = 0; at < blocks.length; at += IN_A_ROW) rows.push(this.rowOf(side, blocks.slice(at, at + IN_A_ROW)));
      return rows;
    });
  });

  label({ label, notes }: Block): string {
    return `${pretty(label.replace(/ position(?=$|,)/, ''))} ${notes.map(({ finger }) => finger).join('')}`;
  }

  spoken({ label, bars, side }: Block): string {
    const score = this.session.score();
    return `${HAND_WORDS[side]}, ${stretchInWords(numberOfBar(score, bars[0]), numberOfBar(score, bars[1]))}, ${pretty(label)}`;
  }

  midis({ notes }: Block): readonly number[] {
    return notes.map(({ midi }) => midi);
  }

  private rowOf(side: Side, blocks: readonly Block[]): Row {
    const score = this.session.score();
    const [first, last] = [blocks[0]!, blocks[blocks.length - 1]!];
    const numbers = [numberOfBar(score, first.bars[0]), numberOfBar(score, last.bars[1])] as [number, number];
    const notes = blocks.flatMap((block) => block.notes);
    const words = `${HAND_WORDS[side]}, ${stretchInWords(...numbers)}`;
    return {
      side,
      words,
      blocks,
      step: {
        kind: 'block',
        key: words,
        hand: side,
        bars: numbers,
        words,
        check: '',
        notes: notes.map(({ id, finger, beat, bar }) => ({
          id,
          finger,
          beat,
          bar: numberOfBar(score, bar),
          pitch: '',
        })),
        strokes: blocks.map((block) => block.notes.map(({ id }) => id)),
      },
    };
  }
}
