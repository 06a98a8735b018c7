import { computed, inject, Injectable, signal } from '@angular/core';
import type { Settings } from '@kettle-step/contract';
import { SURE_FROM, WRITING_LEVELS, type Finger, type Side } from '@kettle-step/core';
import { HAND_WORDS } from '../parts/words';
import { EngineService } from '../services/engine.service';
import { BenchStore } from './bench.store';
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
  setSettings,
  settleAll,
  setWriting,
  toggleApart,
  togetherWith,
  type Decisions,
  type Extent,
  type Place,
} from './decisions';
import { OtherWaysStore } from './other-ways.store';
import { WRITING_WORDS } from './sheets';
import { firstOfBar, nextOpen, noteBeside, type Direction } from './steps';

/** What a teacher does on the bench, by key or by pointer: decide about a bar, and walk on. */
@Injectable()
export class Actions {
  private readonly store = inject(BenchStore);
  private readonly others = inject(OtherWaysStore);
  private readonly engine = inject(EngineService);

  /** The last thing that was done, in words. */
  readonly said = signal('');

  readonly place = computed(() => {
    const [score, place] = [this.store.score(), this.store.chosenPlace()];
    const cell = this.store.ribbon().find(({ side, bar }) => side === place.side && bar === place.bar);
    const plan = this.store.plan();
    const together = plan ? togetherWith(plan, place).slice(1) : [];
    return {
      ...place,
      number: score?.bars[place.bar]?.number ?? place.bar + 1,
      hand: HAND_WORDS[place.side],
      settled: cell?.state === 'settled',
      alike: together.length > 0 ? [...together, { side: place.side, bar: place.bar }] : [],
      together: together.map(({ bar }) => score?.bars[bar]?.number ?? bar + 1).join(', '),
      apart: isApart(this.store.decisions(), place),
      remark: remarkAt(this.store.decisions(), place),
    };
  });

  readonly isGiven = computed(() =>
    this.store.decisions().desk.given.some(({ noteId }) => noteId === this.store.chosenId()),
  );

  setFinger(finger: Finger): void {
    const id = this.store.chosenId();
    if (id !== undefined && this.store.decisions().locks.get(id) !== finger)
      this.store.decide(setFinger(this.store.decisions(), id, finger));
  }

  freeFinger(): void {
    const id = this.store.chosenId();
    if (id !== undefined && this.store.decisions().locks.has(id))
      this.store.decide(freeFinger(this.store.decisions(), id));
  }

  /** Settles the bar with what is seen and goes to the next open one. */
  settle(): void {
    const { number, hand, together, settled } = this.place();
    if (!settled || this.others.at() >= 0) {
      this.others.settle();
      this.said.set(`Bar ${number}, ${hand}, settled${together ? `, with bar ${together}` : ''}.`);
    }
    this.goToOpen(true);
  }

  reopen(): void {
    const { number, hand } = this.place();
    this.change((decisions, { score, plan }) => reopen(score, plan, decisions, this.store.chosenPlace()));
    this.said.set(`Bar ${number}, ${hand}, is open again.`);
  }

  tryAnother(): void {
    this.others.tryAnother();
    const ways = this.others.ways();
    if (ways === undefined) return;
    const at = this.others.at();
    if (ways.length === 0) this.said.set('Nothing else is possible here.');
    else this.said.set(at < 0 ? 'Back to what stands.' : `Way ${at + 1} of ${ways.length}; Enter takes it.`);
  }

  /** Settles every bar of which the suggestion is sure. */
  settleClear(): void {
    const { decisions } = this.store;
    this.said.set('Looking for bars that are sure…');
    this.engine.margins(decisions()).subscribe((margins) => {
      const [score, solved] = [this.store.score(), this.store.solved()];
      if (!score || !solved) return;
      const places = clearPlaces(score, decisions(), margins);
      if (places.length > 0) this.store.decide(settleAll(score, solved.plan, decisions(), places));
      this.said.set(
        places.length === 0
          ? `No open bar is sure: in each another way costs less than ${SURE_FROM} more. They want your choice.`
          : `${places.length} ${places.length === 1 ? 'bar' : 'bars'} settled: any other way costs at least ${SURE_FROM} more.`,
      );
    });
  }

  keepPrinted(extent: Extent): void {
    this.change((decisions, { score }) => keepPrinted(score, decisions, extent));
    this.said.set('The printed numbers are kept.');
  }

  toggleApart(): void {
    this.change((decisions) => toggleApart(decisions, this.store.chosenPlace()));
    this.said.set(
      this.place().apart ? 'This bar goes its own way.' : 'This bar follows the others with the same music.',
    );
  }

  giveAway(): void {
    const chosen = this.store.chosen();
    if (!chosen) return;
    this.change((decisions) => giveAway(decisions, chosen.note));
    this.said.set(this.isGiven() ? 'The note is given to the other hand.' : 'The note is back in its own hand.');
  }

  remark(text: string): void {
    const place = this.store.chosenPlace();
    if (text.trim() !== remarkAt(this.store.decisions(), place))
      this.change((decisions) => remark(decisions, place, text));
  }

  setSettings(settings: Settings): void {
    this.change((decisions) => setSettings(decisions, settings));
  }

  nextWriting(): void {
    const now = WRITING_LEVELS.indexOf(this.store.decisions().desk.writing);
    const next = WRITING_LEVELS[(now + 1) % WRITING_LEVELS.length]!;
    this.change((decisions) => setWriting(decisions, next));
    this.said.set(`Written: ${WRITING_WORDS[next]}.`);
  }

  choosePlace({ bar, side }: Place): void {
    this.store.chooseBar(bar, side);
  }

  goToOpen(forward: boolean): void {
    const place = nextOpen(this.store.openPlaces(), this.store.chosenPlace(), forward);
    if (place) this.choosePlace(place);
    else this.said.set('Every bar of both hands is settled.');
  }

  goBy(bars: number): void {
    const { bar, side } = this.store.chosenPlace();
    const last = (this.store.score()?.bars.length ?? 1) - 1;
    this.choosePlace({ bar: Math.max(0, Math.min(last, bar + bars)), side });
  }

  otherHand(): void {
    const [score, { bar, side }] = [this.store.score(), this.store.chosenPlace()];
    const other: Side = side === 'right' ? 'left' : 'right';
    if (score) this.store.choose(firstOfBar(score, bar, other)?.id);
  }

  move(direction: Direction): void {
    const [score, chosen] = [this.store.score(), this.store.chosen()];
    if (score && chosen) this.store.choose(noteBeside(score, chosen.note, direction)?.id);
  }

  private change(
    to: (
      decisions: Decisions,
      piece: {
        readonly score: NonNullable<ReturnType<BenchStore['score']>>;
        readonly plan: NonNullable<ReturnType<BenchStore['plan']>>;
      },
    ) => Decisions,
  ): void {
    const [score, solved] = [this.store.score(), this.store.solved()];
    if (score && solved) this.store.decide(to(this.store.decisions(), { score, plan: solved.plan }));
  }
}
