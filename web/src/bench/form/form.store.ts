import { computed, inject, Injectable, signal } from '@angular/core';
import type { Desk } from '@kettle-step/contract';
import {
  barInWords,
  MOVE_WORDS,
  playRuns,
  repeatedPassages,
  sectionsOf,
  SIDES,
  stretchInWords,
  type Link,
  type Score,
  type Side,
} from '@kettle-step/core';
import { effortFigure, numberOfBar, pretty } from '../../parts/words';
import { setFingers, setPlaying } from '../../session/decisions';
import { History } from '../../session/history';
import { Links } from '../../session/links';
import { PieceSession } from '../../session/piece-session';

type Playing = Desk['playing'];
export type PedalWay = Playing['pedal'][number]['way'];

/** What one hand does at a link. */
export interface ToldHand {
  readonly side: Side;
  readonly what: string;
  /** Empty where nothing better is known. */
  readonly better: string;
  readonly link: Link;
}

/** A link as it is told: where it is, and the hands that move there. */
export interface ToldLink {
  readonly where: string;
  readonly hands: readonly ToldHand[];
}

/** The order of bars by their printed numbers. @example '1–4, 1–3, 5' */
const orderInWords = (score: Score): string =>
  playRuns(score.bars)
    .map((run) => run.map((bar) => numberOfBar(score, bar) || 'upbeat'))
    .map(([first, last]) => (first === last ? `${first}` : `${first}–${last}`))
    .join(', ');

/** The order a piece is played in, where its stretches meet, and its pedal. */
@Injectable()
export class FormStore {
  private readonly session = inject(PieceSession);
  private readonly history = inject(History);

  private readonly playing = this.session.playing;
  readonly problem = signal('');

  readonly order = computed(() => {
    const score = this.session.score();
    return score ? orderInWords(score) : '';
  });

  readonly sections = computed(() => {
    const score = this.session.score();
    if (!score) return [];
    const own = new Set(this.playing().sections.map(({ bar }) => bar));
    return sectionsOf(score).map(({ name, bars: [first, last] }) => ({
      bar: first,
      name,
      words: stretchInWords(numberOfBar(score, first), numberOfBar(score, last)),
      isOwn: own.has(first),
    }));
  });

  /** Repeated passages, with what each hand does the second time. */
  readonly passages = computed(() => {
    const score = this.session.score();
    if (!score) return [];
    return repeatedPassages(score.bars).map(({ bars: [first, last] }) => ({
      bar: first,
      words: stretchInWords(numberOfBar(score, first), numberOfBar(score, last)),
      hands: SIDES.map((side) => ({
        side,
        octaves: this.playing().octaves.find((one) => one.side === side && one.bar === first)?.octaves ?? null,
      })),
    }));
  });

  readonly pedal = computed(() => {
    const score = this.session.score();
    return this.playing().pedal.map(({ bars: [first, last], way }, index) => ({
      index,
      way,
      words: stretchInWords(numberOfBar(score, first), numberOfBar(score, last)),
      isWhole: first === 0 && last === (score?.bars.length ?? 0) - 1,
    }));
  });
  /** The way that is settled for the whole piece. */
  readonly wholePedal = computed((): PedalWay => this.pedal().find(({ isWhole }) => isWhole)?.way ?? 'as-written');
  readonly stretches = computed(() => this.pedal().filter(({ isWhole }) => !isWhole));

  private readonly found = inject(Links).found;
  readonly links = computed((): readonly ToldLink[] | undefined => {
    const score = this.session.score();
    const links = this.found();
    if (!links) return undefined;
    const places = new Map<string, Link[]>();
    for (const link of links) {
      const name = `${link.kind} ${link.fromBar} ${link.toBar}`;
      places.set(name, [...(places.get(name) ?? []), link]);
    }
    return [...places.values()].map((hands) => ({
      where: this.whereOf(score, hands[0]!),
      hands: hands.filter(({ move }) => move !== null).map((link) => this.told(score, link)),
    }));
  });

  /** Begins a section at a bar by its printed number. */
  begin(number: number, name: string): void {
    const bar = this.barNumbered(number);
    const words = name.trim();
    if (bar === undefined || words === '') return;
    const others = this.playing().sections.filter((one) => one.bar !== bar);
    this.decide({ sections: [...others, { bar, name: words }] });
  }

  dropSection(bar: number): void {
    this.decide({ sections: this.playing().sections.filter((one) => one.bar !== bar) });
  }

  /** What a hand does the second time; null as it is written. */
  setOctaves(bar: number, side: Side, octaves: number | null): void {
    const others = this.playing().octaves.filter((one) => one.bar !== bar || one.side !== side);
    this.decide({ octaves: octaves === null ? others : [...others, { bar, side, octaves }] });
  }

  setWholePedal(way: PedalWay): void {
    const last = (this.session.score()?.bars.length ?? 1) - 1;
    const others = this.playing().pedal.filter(({ bars }) => bars[0] !== 0 || bars[1] !== last);
    // What is settled for stretches lies over it.
    this.decide({ pedal: way === 'as-written' ? others : [{ bars: [0, last], way }, ...others] });
  }

  /** Settles the pedal of a stretch by printed numbers. */
  setPedal(firstNumber: number, lastNumber: number, way: PedalWay): void {
    const [first, last] = [this.barNumbered(firstNumber), this.barNumbered(lastNumber)];
    if (first === undefined || last === undefined) {
      this.problem.set(`There is no bar ${first === undefined ? firstNumber : lastNumber} in this piece.`);
      return;
    }
    this.problem.set('');
    this.decide({ pedal: [...this.playing().pedal, { bars: [Math.min(first, last), Math.max(first, last)], way }] });
  }

  dropPedal(index: number): void {
    this.decide({ pedal: this.playing().pedal.filter((_, at) => at !== index) });
  }

  /** Takes the fingers that prepare a link. */
  prepare({ better }: Link): void {
    if (better) this.history.decide(setFingers(this.session.decisions(), better.fingers));
  }

  private decide(change: Partial<Playing>): void {
    this.history.decide(setPlaying(this.session.decisions(), change));
  }

  private barNumbered(number: number): number | undefined {
    return this.session.score()?.bars.find((bar) => bar.number === number)?.index;
  }

  private whereOf(score: Score | undefined, { kind, fromBar, toBar, pass }: Link): string {
    const [from, to] = [fromBar, toBar].map((bar) => barInWords(numberOfBar(score, bar)));
    const way = kind === 'seam' && toBar <= fromBar ? 'back to' : 'on to';
    return `From ${from} ${way} ${to}${pass > 1 ? ', the second time' : ''}`;
  }

  private told(score: Score | undefined, link: Link): ToldHand {
    const { side, move, effort, better } = link;
    return {
      side,
      link,
      what: move ? `${MOVE_WORDS[move.kind]}: ${pretty(move.reason)} (effort ${effortFigure(effort)})` : '',
      better: better ? this.betterWords(score, better) : '',
    };
  }

  private betterWords(score: Score | undefined, better: NonNullable<Link['better']>): string {
    const notes = score?.notes.filter(({ id }) => better.fingers.has(id)) ?? [];
    const fingers = notes.map(({ id }) => better.fingers.get(id)).join(' ');
    const bar = barInWords(numberOfBar(score, notes[0]?.bar ?? 0));
    const costs = better.costs > 0.05 ? `, and costs ${effortFigure(better.costs)} where the piece goes on` : '';
    return `${fingers} in ${bar} would prepare it: saves ${effortFigure(better.saves)}${costs}`;
  }
}
