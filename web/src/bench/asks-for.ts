import { movesAsked, wordAsked } from '@kettle-step/core';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { PieceSession } from '../session/piece-session';
import { Progress } from '../session/progress';

/** So many bars of a move are named before the rest is counted. */
const MOST_BARS = 12;

/** The moves that the open piece asks for, and which of them have not been taught. */
@Component({
  selector: 'ks-asks-for',
  template: `<h3>This piece asks for</h3>
    <ul>
      @for (one of moves(); track one.words) {
        <li>
          {{ one.words }}
          @if (one.isUntaught) {
            <b>– not taught yet, and there is no way round it here</b>
          }
        </li>
      } @empty {
        <li>no move: the hands stay where they are.</li>
      }
    </ul>`,
  styles: `
    ul {
      margin: 0 0 8px;
      padding-left: 20px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AsksFor {
  private readonly session = inject(PieceSession);
  private readonly progress = inject(Progress);

  readonly moves = computed(() => {
    const { moves: taught = {} } = this.session.settings().rules;
    return movesAsked(this.progress.ribbon()).map((move) => ({
      words: wordAsked(move, MOST_BARS),
      isUntaught: taught[move.kind] === 'untaught',
    }));
  });
}
