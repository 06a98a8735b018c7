import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, first, of, startWith, switchMap } from 'rxjs';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { pressKeys } from '../commands/press-keys';
import { afterPaint } from '../parts/after-paint';
import { BarRibbon } from '../parts/bar-ribbon';
import { PlaceHead } from '../parts/place-head';
import { settleWhen } from '../parts/settled';
import { takeState } from '../parts/take-state';
import { EngineService } from '../services/engine.service';
import { PieceSession } from '../session/piece-session';
import { Preview } from '../session/preview';
import { Progress } from '../session/progress';
import { Selection } from '../session/selection';
import { Playback } from '../sound/playback';
import { TransportStore } from '../sound/transport.store';
import { Actions } from './actions';
import { BenchCard } from './bench-card';
import { BenchCommands } from './bench-commands';
import { BenchFoot } from './bench-foot';
import { BenchHead } from './bench-head';
import { BenchScore } from './bench-score';
import { BenchSheets } from './bench-sheets';
import { BenchView } from './bench-view';
import { Compare } from './compare';
import { Correct } from './correct/correct';
import { CorrectStore } from './correct/correct.store';
import { EffortChart, effortBars } from './effort-chart';
import { Plans } from './plans/plans';
import { PlansStore } from './plans/plans.store';
import { Together } from './together';
import { VersionsStore } from './versions.store';

/** The bench: look at a bar, understand it, settle it, next bar. */
@Component({
  selector: 'ks-bench',
  imports: [
    BarRibbon,
    BenchCard,
    BenchFoot,
    BenchHead,
    BenchScore,
    BenchSheets,
    Compare,
    Correct,
    EffortChart,
    PlaceHead,
    Plans,
    Together,
  ],
  templateUrl: './bench.html',
  styleUrl: './bench.less',
  providers: [
    Actions,
    BenchCommands,
    BenchView,
    CorrectStore,
    OtherWaysStore,
    PlansStore,
    Playback,
    TransportStore,
    VersionsStore,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Bench {
  readonly session = inject(PieceSession);
  readonly selection = inject(Selection);
  readonly actions = inject(Actions);
  readonly view = inject(BenchView);
  readonly plan = inject(Preview).plan;
  private readonly plans = inject(PlansStore);
  private readonly progress = inject(Progress);
  private readonly corrections = inject(CorrectStore);
  private readonly engine = inject(EngineService);

  private readonly ribbonNow = computed(() => ({
    cells: this.progress.ribbon(),
    chosenBar: this.selection.chosenBar(),
    alike: this.actions.place().alike,
    apart: this.session.decisions().desk.apart,
    differing: this.plans.differences(),
    refused: this.progress.refused(),
  }));
  private readonly lateRibbon = afterPaint(this.ribbonNow);
  readonly ribbon = computed(() => this.lateRibbon() ?? this.ribbonNow());

  readonly effortBars = computed(() => {
    const plan = this.plan();
    return effortBars(
      this.progress.ribbon(),
      ({ side, bar }) =>
        plan?.hands[side].reaches.filter((reach) => reach.bar === bar && reach.verdict !== 'easy').length ?? 0,
    );
  });

  /** Looked up while the comparison is open, and again when something is decided. */
  readonly comparison = toSignal(
    toObservable(computed(() => (this.view.panel() === 'compare' ? this.session.solved() : undefined))).pipe(
      switchMap((solved) =>
        solved
          ? this.engine.compare(this.session.givenFor(solved.decisions)).pipe(
              startWith(undefined),
              catchError(() => of(undefined)),
            )
          : of(undefined),
      ),
    ),
  );

  constructor() {
    pressKeys(inject(BenchCommands).groups, {
      // What lies over the desk has its own keys; Escape is the drawer's.
      resting: () => this.session.state().kind !== 'ready' || this.view.sheet() !== undefined,
    });
    settleWhen(() => this.session.state().kind === 'ready');
    // From the plan beside this one: the plans stay in sight.
    if (takeState('panel') === 'plans') this.view.panel.set('plans');
    this.lookAtNewerText();
  }

  /** Its text was written anew: what that would change is shown once the piece is open. */
  private lookAtNewerText(): void {
    const newerText = takeState('newerText');
    if (typeof newerText !== 'string') return;
    toObservable(this.session.solved)
      .pipe(first((solved) => solved !== undefined))
      .subscribe(() => {
        this.view.panel.set('correct');
        this.corrections.look(new File([newerText], 'The text as it is now.abc'));
      });
  }
}
