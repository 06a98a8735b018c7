import { computed, inject, Injectable, signal } from '@angular/core';
import type { Desk, RulesFile } from '@kettle-step/contract';
import { barsInWords, otherSide, SURE_FROM, WRITING_LEVELS, type Finger, type Margin, isoDay } from '@kettle-step/core';
import { HAND_WORDS, messageOf, nameOfBar, numberOfBar } from '../parts/words';
import { EngineService } from '../services/engine.service';
import { History } from '../session/history';
import { PieceSession } from '../session/piece-session';
import { Preview } from '../session/preview';
import { Progress } from '../session/progress';
import { Selection } from '../session/selection';
import {
  clearPlaces,
  freeFinger,
  giveAway,
  isApart,
  keepPrinted,
  remark,
  remarkAt,
  reopen,
  setFinger,
  setOwn,
  settleAll,
  setWriting,
  toggleApart,
  togetherWith,
  type Decisions,
  type Extent,
  type Place,
} from '../session/decisions';
import { fingeringIn, withoutTrial, withTriedWay } from '../session/trials';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { WRITING_WORDS } from './bench-words';
import { firstOfBar, nextOpen, noteBeside, type Direction } from '../session/steps';

/** What a teacher does on the bench, by key or by pointer: decide about a bar, and walk on. */
@Injectable()
export class Actions {
  private readonly session = inject(PieceSession);
  private readonly history = inject(History);
  private readonly selection = inject(Selection);
  private readonly preview = inject(Preview);
  private readonly progress = inject(Progress);
  private readonly others = inject(OtherWaysStore);
  private readonly engine = inject(EngineService);

  /** The last thing that was done, in words. */
  readonly said = signal('');

  readonly place = computed(() => {
    const [score, place] = [this.session.score(), this.selection.chosenPlace()];
    const cell = this.progress.ribbon().find(({ side, bar }) => side === place.side && bar === place.bar);
    const plan = this.preview.plan();
    const together = plan ? togetherWith(plan, place).slice(1) : [];
    return {
      ...place,
      name: nameOfBar(score, place.bar),
      hand: HAND_WORDS[place.side],
      settled: cell?.state === 'settled',
      alike: together.length > 0 ? [...together, { side: place.side, bar: place.bar }] : [],
      together: barsInWords(together.map(({ bar }) => numberOfBar(score, bar))),
      apart: isApart(this.session.decisions(), place),
      remark: remarkAt(this.session.decisions(), place),
    };
  });

  readonly isGiven = computed(() =>
    this.session.decisions().desk.given.some(({ noteId }) => noteId === this.selection.chosenId()),
  );

  setFinger(finger: Finger): void {
    const id = this.selection.chosenId();
    if (id !== undefined && this.session.decisions().locks.get(id) !== finger)
      this.history.decide(setFinger(this.session.decisions(), id, finger));
  }

  freeFinger(): void {
    const id = this.selection.chosenId();
    if (id !== undefined && this.session.decisions().locks.has(id))
      this.history.decide(freeFinger(this.session.decisions(), id));
  }

  /** Settles the bar with what is seen and goes to the next open one. */
  settle(): void {
    const { name, hand, together, settled } = this.place();
    if (!settled || this.others.at() >= 0) {
      this.others.settle();
      this.said.set(`${name}, ${hand}, settled${together ? `, with ${together}` : ''}.`);
    }
    this.goToOpen(true);
  }

  reopen(): void {
    const { name, hand } = this.place();
    this.change((decisions, { score, plan }) => reopen(score, plan, decisions, this.selection.chosenPlace()));
    this.said.set(`${name}, ${hand}, is open again.`);
  }

  tryAnother(): void {
    this.others.tryAnother();
    const ways = this.others.ways();
    if (ways === undefined) return;
    const at = this.others.at();
    if (ways.length === 0) this.said.set('Nothing else is possible here.');
    else
      this.said.set(at < 0 ? 'Back to the fingering as it was.' : `Way ${at + 1} of ${ways.length}; Enter takes it.`);
  }

  /** Has the student try what is looked at, beside what stands, until the next lesson. */
  tryAtHome(): void {
    const [score, solved, plan] = [this.session.score(), this.session.solved(), this.preview.plan()];
    const way = this.others.ways()?.[this.others.at()];
    if (!score || !solved || !plan || !way) return;
    const where = { side: this.place().side, bars: this.others.bars() };
    const { moves } = fingeringIn(score, plan, where);
    const stands = fingeringIn(score, solved.plan, where);
    const fingers = stands.fingers.map(([id, finger]) => [id, way.fingers.get(id) ?? finger] as [string, Finger]);
    const on = isoDay(new Date());
    const next = withTriedWay(score, this.session.decisions(), where, { stands, other: { fingers, moves }, on });
    if (next) this.history.decide(next);
    this.said.set(
      next ? 'The student tries it at home; it stands on the sheet.' : 'It is tried already, or three are.',
    );
  }

  /** Takes a trial off the sheet. */
  leaveTrial(id: string): void {
    this.history.decide(withoutTrial(this.session.decisions(), id));
  }

  /** Settles every bar of which the suggestion is sure. */
  settleClear(): void {
    const { decisions } = this.session;
    this.said.set('Looking for bars that are sure…');
    const settleSure = (margins: readonly Margin[]): void => {
      const [score, solved] = [this.session.score(), this.session.solved()];
      if (!score || !solved) return;
      const places = clearPlaces(score, decisions(), margins);
      if (places.length > 0) this.history.decide(settleAll(score, solved.plan, decisions(), places));
      this.said.set(
        places.length === 0
          ? `No open bar is sure: in each another way costs less than ${SURE_FROM} more. They want your choice.`
          : `${places.length} ${places.length === 1 ? 'bar' : 'bars'} settled: any other way costs at least ${SURE_FROM} more.`,
      );
    };
    this.engine.margins(this.session.givenFor(decisions())).subscribe({
      next: settleSure,
      error: (cause: unknown) => this.said.set(`This could not be worked out. ${messageOf(cause)}`),
    });
  }

  keepPrinted(extent: Extent): void {
    this.change((decisions, { score }) => keepPrinted(score, decisions, extent));
    this.said.set('The printed numbers are kept.');
  }

  toggleApart(): void {
    this.change((decisions) => toggleApart(decisions, this.selection.chosenPlace()));
    this.said.set(
      this.place().apart ? 'This bar goes its own way.' : 'This bar follows the others with the same music.',
    );
  }

  giveAway(): void {
    const chosen = this.selection.chosen();
    if (!chosen) return;
    this.change((decisions) => giveAway(decisions, chosen.note));
    this.said.set(this.isGiven() ? 'The note is given to the other hand.' : 'The note is back in its own hand.');
  }

  remark(text: string): void {
    const place = this.selection.chosenPlace();
    if (text.trim() !== remarkAt(this.session.decisions(), place))
      this.change((decisions) => remark(decisions, place, text));
  }

  /** Hands and rules for this piece alone; no hands where they are its student's. */
  setOwn(hands: Desk['hands'], rules: RulesFile): void {
    this.change((decisions) => setOwn(decisions, { hands, rules }));
  }

  setHands(hands: Desk['hands']): void {
    this.setOwn(hands, this.session.decisions().desk.rules);
  }

  setRules(rules: RulesFile): void {
    this.setOwn(this.session.decisions().desk.hands, rules);
  }

  nextWriting(): void {
    const now = WRITING_LEVELS.indexOf(this.session.decisions().desk.writing);
    const next = WRITING_LEVELS[(now + 1) % WRITING_LEVELS.length]!;
    this.change((decisions) => setWriting(decisions, next));
    this.said.set(`Written: ${WRITING_WORDS[next]}.`);
  }

  choosePlace({ bar, side }: Place): void {
    this.selection.chooseBar(bar, side);
  }

  goToOpen(forward: boolean): void {
    const place = nextOpen(this.progress.openPlaces(), this.selection.chosenPlace(), forward);
    if (place) this.choosePlace(place);
    else this.said.set('Every bar of both hands is settled.');
  }

  goBy(bars: number): void {
    const { bar, side } = this.selection.chosenPlace();
    const last = (this.session.score()?.bars.length ?? 1) - 1;
    this.choosePlace({ bar: Math.max(0, Math.min(last, bar + bars)), side });
  }

  otherHand(): void {
    const [score, { bar, side }] = [this.session.score(), this.selection.chosenPlace()];
    const other = otherSide(side);
    if (score) this.selection.choose(firstOfBar(score, bar, other)?.id);
  }

  move(direction: Direction): void {
    const [score, chosen] = [this.session.score(), this.selection.chosen()];
    if (score && chosen) this.selection.choose(noteBeside(score, chosen.note, direction)?.id);
  }

  private change(
    to: (
      decisions: Decisions,
      piece: {
        readonly score: NonNullable<ReturnType<PieceSession['score']>>;
        readonly plan: NonNullable<ReturnType<Preview['plan']>>;
      },
    ) => Decisions,
  ): void {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (score && solved) this.history.decide(to(this.session.decisions(), { score, plan: solved.plan }));
  }
}
