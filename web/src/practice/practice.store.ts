import { computed, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { practiceDocument, stepPlace, type PracticeDocument } from '@kettle-step/contract';
import { PieceSession } from '../session/piece-session';

/** A step as it stands on the sheet: in or out, in the teacher's words where they were changed. */
export interface SheetStep {
  readonly place: string;
  readonly words: string;
  readonly isIn: boolean;
  readonly kind: PracticeDocument['steps'][number]['kind'] | 'own';
}

/** The practice sheet of the open piece. What is changed here is for this print. */
@Injectable()
export class PracticeStore {
  private readonly session = inject(PieceSession);

  /** Printed numbers of the first and last bar; the whole piece where they are empty. */
  readonly bars = signal<readonly [number | null, number | null]>([null, null]);

  readonly sheet = computed((): PracticeDocument | undefined => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (this.session.state().kind !== 'ready' || !score || !solved) return undefined;
    const [first, last] = this.bars();
    const inside = score.bars.filter(({ number }) => number >= (first ?? -Infinity) && number <= (last ?? Infinity));
    const [from, to] = [inside[0]?.index ?? 0, inside[inside.length - 1]?.index ?? score.bars.length - 1];
    return practiceDocument(score, solved.plan, [from, to]);
  });

  /** The steps; they begin anew when the plan or the bars change. */
  readonly steps = linkedSignal((): readonly SheetStep[] =>
    (this.sheet()?.steps ?? []).map((step) => ({
      place: stepPlace(step),
      words: step.words,
      isIn: true,
      kind: step.kind,
    })),
  );
  readonly printed = computed(() => this.steps().filter(({ isIn }) => isIn));

  change(at: number, change: Partial<SheetStep>): void {
    this.steps.update((steps) => steps.map((step, index) => (index === at ? { ...step, ...change } : step)));
  }

  /** Moves a step up or down. */
  move(at: number, by: 1 | -1): void {
    this.steps.update((steps) => {
      const [moved, other] = [steps[at], steps[at + by]];
      if (!moved || !other) return steps;
      return steps.map((step, index) => (index === at ? other : index === at + by ? moved : step));
    });
  }

  /** Adds a remark of the teacher's own at the end. */
  add(words: string): void {
    if (words.trim() === '') return;
    this.steps.update((steps) => [...steps, { place: '', words: words.trim(), isIn: true, kind: 'own' }]);
  }
}
