import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import type { Note, Score, Side } from '@kettle-step/core';
import type { Place } from './decisions';
import { PieceSession } from './piece-session';
import { Preview } from './preview';
import { firstOfBar } from './steps';

interface Music {
  readonly piece: string | undefined;
  readonly score: Score | undefined;
}

const firstOf = (score: Score): Note | undefined => firstOfBar(score, 0, 'right') ?? score.notes[0];

/** What is chosen in changed music: a note that has come, else the same note, else what stands nearest. */
const chosenIn = (score: Score, before: Score, id: string | undefined): string | undefined => {
  const known = new Set(before.notes.map((note) => note.id));
  const added = score.notes.filter((note) => !known.has(note.id));
  if (added.length === 1) return added[0]!.id;
  if (score.notes.some((note) => note.id === id)) return id;
  const gone = before.notes.find((note) => note.id === id);
  const nearest = gone && firstOfBar(score, Math.min(gone.bar, score.bars.length - 1), gone.side);
  return (nearest ?? firstOf(score))?.id;
};

/** The note that is looked at, and with it the bar and the hand. */
@Injectable({ providedIn: 'root' })
export class Selection {
  private readonly session = inject(PieceSession);
  private readonly preview = inject(Preview);

  readonly chosenId = linkedSignal<Music, string | undefined>({
    source: () => ({ piece: this.session.piece()?.id, score: this.session.asWritten() }),
    computation: ({ piece, score }, before) => {
      if (!score) return undefined;
      const old = before?.source;
      return old?.score && old.piece === piece ? chosenIn(score, old.score, before?.value) : firstOf(score)?.id;
    },
  });
  readonly chosen = computed(() => this.preview.notes().get(this.chosenId() ?? ''));
  readonly chosenBar = computed(() => this.chosen()?.note.bar ?? 0);
  readonly chosenPlace = computed((): Place => ({ side: this.chosen()?.note.side ?? 'right', bar: this.chosenBar() }), {
    equal: (a, b) => a.side === b.side && a.bar === b.bar,
  });

  /** Elbow room of the chosen note round what is settled, whatever is looked at. */
  readonly chosenRoom = computed(() => {
    const { hands } = this.session.solved()?.plan ?? {};
    const all = hands ? [...hands.right.notes, ...hands.left.notes] : [];
    return all.find(({ id }) => id === this.chosenId())?.room ?? [];
  });

  choose(id: string | undefined): void {
    if (id !== undefined && this.preview.notes().has(id)) this.chosenId.set(id);
  }

  chooseBar(bar: number, side: Side): void {
    const score = this.session.score();
    if (score) this.choose(firstOfBar(score, bar, side)?.id);
  }
}
