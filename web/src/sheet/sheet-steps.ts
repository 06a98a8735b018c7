import { computed, inject, Injectable, signal } from '@angular/core';
import {
  practiceDocument,
  stepPlace,
  type Desk,
  type PracticeDocument,
  type PracticeDocumentStep,
} from '@kettle-step/contract';
import { barsNumbered, type LadderWish } from '@kettle-step/core';
import type { BarRange } from '../parts/bar-range';
import { setPractice } from '../session/decisions';
import { History } from '../session/history';
import { Links } from '../session/links';
import { PieceSession } from '../session/piece-session';

type Sheet = Desk['practice']['sheet'];
type KeptStep = Sheet['steps'][number];

/** A step as it stands on the sheet: in or out, in the teacher's words where they were changed. */
export interface SheetStep {
  readonly key: string;
  /** Empty for a step of the teacher's own. */
  readonly place: string;
  readonly words: string;
  readonly check: string;
  readonly isIn: boolean;
  /** What the teacher should look at: the music of the step is another now, or gone. */
  readonly note: '' | 'changed' | 'gone';
  /** Undefined for a step of the teacher's own. */
  readonly step: PracticeDocumentStep | undefined;
}

const OWN = 'own ';

/** The order in which steps are practised: shapes, moves, hands apart, links, both hands, the whole, pedal, tempo. */
const ORDER: readonly PracticeDocumentStep['kind'][] = [
  'block',
  'caution',
  'hinge',
  'thumb-under',
  'prepare',
  'finger-over',
  'substitution',
  'shift',
  'apart',
  'stop-at-moves',
  'silent',
  'hold',
  'beat-by-beat',
  'backwards',
  'together',
  'tempo',
];

const rankOf = ({ kind }: PracticeDocumentStep): number => ORDER.indexOf(kind);

/** Words of a step with its check, as they are compared to tell whether the music has changed. */
const basisOf = ({ words, check }: PracticeDocumentStep): string => `${words} ${check}`.slice(0, 1000);

const offered = (step: PracticeDocumentStep, isChosen: boolean, kept: KeptStep | undefined): SheetStep => {
  const isReworded = kept?.words !== null && kept?.words !== undefined;
  return {
    key: step.key,
    place: stepPlace(step),
    words: isReworded ? kept.words! : step.words,
    check: isReworded ? '' : step.check,
    isIn: kept?.isIn ?? isChosen,
    note: isReworded && kept.basis !== null && kept.basis !== basisOf(step) ? 'changed' : '',
    step,
  };
};

/** A step that the teacher wrote, or reworded and whose music is no more: nothing that was written is lost. */
const written = ({ key, words, isIn }: KeptStep): SheetStep => ({
  key,
  place: '',
  words: words ?? '',
  check: '',
  isIn,
  note: key.startsWith(OWN) ? '' : 'gone',
  step: undefined,
});

const inOrder = (steps: readonly SheetStep[], order: readonly string[]): readonly SheetStep[] => {
  const places = new Map(order.map((key, at) => [key, at]));
  // What has no place yet stays behind the step that it follows by itself.
  let last = -1;
  const placed = steps.map((step, at) => {
    last = places.get(step.key) ?? last;
    return { step, place: places.get(step.key) ?? last + 0.5, at };
  });
  return placed.sort((a, b) => a.place - b.place || a.at - b.at).map(({ step }) => step);
};

/** The practice sheet of the open piece, as its plan and its teacher have it. Changes are kept with the piece. */
@Injectable()
export class SheetSteps {
  private readonly session = inject(PieceSession);
  private readonly history = inject(History);
  private readonly links = inject(Links).found;

  /** Printed numbers of the first and last bar; the whole piece where they are empty. */
  readonly bars = signal<BarRange>([null, null]);

  private readonly practice = computed(() => this.session.decisions().desk.practice);

  readonly sheet = computed((): PracticeDocument | undefined => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (this.session.state().kind !== 'ready' || !score || !solved) return undefined;
    const [first, last] = this.bars();
    const bars = barsNumbered(score, first, last);
    const { spots, ladder } = this.practice();
    return practiceDocument(score, solved.plan, {
      ...(bars ? { bars } : {}),
      spots,
      links: this.links() ?? [],
      ladder: ladder ?? {},
    });
  });

  /** All steps that are on the sheet or were; then those that would also fit. */
  private readonly all = computed((): readonly SheetStep[] => {
    const sheet = this.sheet();
    if (!sheet) return [];
    const { steps: kept, order } = this.practice().sheet;
    const byKey = new Map(kept.map((one) => [one.key, one]));
    const chosen = new Set(sheet.steps.map(({ key }) => key));
    const found = [...sheet.steps, ...sheet.more].sort((a, b) => rankOf(a) - rankOf(b));
    const known = new Set(found.map(({ key }) => key));
    const own = kept.filter(({ key, words }) => !known.has(key) && words !== null);
    const steps = found.map((step) => offered(step, chosen.has(step.key), byKey.get(step.key)));
    return inOrder([...steps, ...own.map(written)], order);
  });
  /** Steps that belong to the sheet: chosen by the plan, or by the teacher. */
  readonly steps = computed(() => this.all().filter((step) => step.isIn || this.isListed(step)));
  /** Steps that would also fit. */
  readonly more = computed(() => this.all().filter((step) => !step.isIn && !this.isListed(step)));
  readonly printed = computed(() => this.all().filter(({ isIn }) => isIn));

  /** Puts a step on the sheet, or leaves it out. */
  include(key: string, isIn: boolean): void {
    this.keep(key, (kept) => ({ ...kept, isIn }));
  }

  /** Words of the teacher's own for a step. */
  reword(key: string, words: string): void {
    const now = this.find(key);
    if (!now || words === now.words) return;
    const basis = now.step ? basisOf(now.step) : null;
    this.keep(key, (kept) => ({ ...kept, words, basis }));
  }

  /** Goes back to the words of the plan, or accepts the own ones for the music as it is now. */
  settle(key: string, take: 'new' | 'own'): void {
    const now = this.find(key);
    if (!now?.step) return;
    const basis = basisOf(now.step);
    this.keep(key, (kept) => (take === 'new' ? { ...kept, words: null, basis: null } : { ...kept, basis }));
  }

  /** Takes a step of the teacher's own out for good. */
  discard(key: string): void {
    const { steps, order } = this.practice().sheet;
    this.decide({ steps: steps.filter((one) => one.key !== key), order: order.filter((one) => one !== key) });
  }

  /** Moves a step up or down among those listed. */
  move(key: string, by: 1 | -1): void {
    const keys = this.steps().map((step) => step.key);
    const at = keys.indexOf(key);
    const [moved, other] = [keys[at], keys[at + by]];
    if (moved === undefined || other === undefined) return;
    [keys[at], keys[at + by]] = [other, moved];
    this.decide({ order: keys });
  }

  /** Adds a step of the teacher's own at the end. */
  add(words: string): void {
    const text = words.trim();
    if (text === '') return;
    const { steps, order } = this.practice().sheet;
    const numbers = steps.flatMap(({ key }) => (key.startsWith(OWN) ? [Number(key.slice(OWN.length))] : [0]));
    const key = `${OWN}${Math.max(0, ...numbers) + 1}`;
    const listed = order.length > 0 ? order : this.steps().map((step) => step.key);
    this.decide({ steps: [...steps, { key, isIn: true, words: text, basis: null }], order: [...listed, key] });
  }

  /** The tempo that is steady today, the goal, weeks and days; null for what is usual. */
  setLadder(ladder: LadderWish | null): void {
    this.history.decide(setPractice(this.session.decisions(), { ladder }));
  }

  private isListed({ step, key }: SheetStep): boolean {
    return !step || (this.sheet()?.steps.some((one) => one.key === key) ?? false);
  }

  private find(key: string): SheetStep | undefined {
    return this.all().find((step) => step.key === key);
  }

  private keep(key: string, change: (kept: KeptStep) => KeptStep): void {
    const { steps } = this.practice().sheet;
    const known = steps.find((one) => one.key === key);
    const kept = known ?? { key, isIn: this.find(key)?.isIn ?? true, words: null, basis: null };
    this.decide({ steps: [...steps.filter((one) => one.key !== key), change(kept)] });
  }

  private decide(change: Partial<Sheet>): void {
    const sheet = { ...this.practice().sheet, ...change };
    this.history.decide(setPractice(this.session.decisions(), { sheet }));
  }
}
