import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import {
  midiOf,
  offeredName,
  QUESTION_KINDS,
  SIDES,
  spokenName,
  type Question,
  type QuestionKind,
  type Side,
} from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { catchError, filter, of } from 'rxjs';
import { pressKeys } from '../commands/press-keys';
import { KeyboardsService } from '../keyboards/keyboards.service';
import { PianoKeys } from '../keyboards/piano-keys';
import { LineFigures, type Line } from '../parts/line-figures';
import { PlaceHead } from '../parts/place-head';
import { telling } from '../parts/telling';
import { OwnPageService } from '../services/own-page.service';
import { StudentsService } from '../services/students.service';
import { Visit } from '../services/visit';
import { PieceSession } from '../session/piece-session';
import { Saving } from '../session/saving';
import { Speech } from '../sound/speech';
import { AnswerLog } from './answer-log';
import { TONICS, TrainerStore } from './trainer.store';

const KIND_WORDS: Readonly<Record<QuestionKind, string>> = {
  calls: 'number calls',
  keys: 'this number, which key?',
  next: 'which finger comes next?',
  thumbs: 'where does the thumb fall?',
  own: 'a piece of one’s own',
};

/** The clock of the round is looked at so often, ms. */
const TICK_MS = 500;

/** Three minutes of questions: numbers, keys, and what comes next. */
@Component({
  selector: 'ks-trainer',
  imports: [FormsModule, LineFigures, NzAlertModule, NzButtonModule, PianoKeys, PlaceHead, RouterLink],
  templateUrl: './trainer.html',
  styleUrl: './trainer.less',
  providers: [AnswerLog, TrainerStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Trainer {
  private readonly window = inject(DOCUMENT).defaultView!;
  private readonly saving = inject(Saving);
  private readonly speech = inject(Speech);
  readonly keyboards = inject(KeyboardsService);
  private readonly students = inject(StudentsService);
  private readonly ownPages = inject(OwnPageService);
  readonly session = inject(PieceSession);
  readonly visit = inject(Visit);
  readonly log = inject(AnswerLog);
  readonly store = inject(TrainerStore);
  /** A student to begin with, from the address. */
  readonly student = input<string>();

  readonly kinds = QUESTION_KINDS;
  readonly kindWords = KIND_WORDS;
  readonly sides = SIDES;
  readonly tonicCounts = [1, 3, 5, 8, TONICS.length] as const;
  readonly fingers = [1, 2, 3, 4, 5] as const;
  readonly spoken = signal(false);
  readonly canSpeak = this.speech.canSpeak;
  readonly studentId = signal('');
  readonly timeSpent = signal(0);

  readonly people = toSignal(
    this.visit.token() === undefined ? this.students.list().pipe(catchError(() => of([]))) : of([]),
    { initialValue: [] },
  );
  private readonly page = toSignal(
    this.visit.token() === undefined
      ? of(undefined)
      : this.ownPages.page(this.visit.token()!).pipe(catchError(() => of(undefined))),
  );
  private readonly ownPieces = signal<readonly { readonly id: string; readonly title: string }[]>([]);
  /** Pieces that questions can be about: those on the list for a visitor, the student's for the teacher. */
  readonly pieces = computed(() => {
    const items = this.page()?.items ?? [];
    const listed = items.flatMap(({ pieceId, title }) => (pieceId === null ? [] : [{ id: pieceId, title }]));
    const all = this.visit.token() === undefined ? this.ownPieces() : listed;
    return [...new Map(all.map((piece) => [piece.id, piece])).values()];
  });
  readonly pieceId = signal('');
  /** Why the piece cannot be opened. */
  readonly problem = signal('');

  readonly question = computed((): Question | undefined => {
    const state = this.store.state();
    return 'question' in state ? state.question : undefined;
  });
  /** Keys that are offered, with their names. */
  readonly offered = computed(() => {
    const question = this.question();
    if (question?.answer !== 'keys') return [];
    const isOneHand = question.among.length <= 5;
    return question.among.map((pitch) => ({
      midi: midiOf(pitch),
      name: isOneHand ? spokenName(pitch) : offeredName(pitch),
    }));
  });
  readonly range = computed((): readonly [number, number] => {
    const midis = this.offered().map(({ midi }) => midi);
    const [low, high] = [Math.min(...midis), Math.max(...midis)];
    // From a C to a B, so that the eye finds its way; two octaves at least.
    const from = Math.floor(low / 12) * 12;
    return midis.length === 0 ? [48, 71] : [from, Math.max(from + 23, Math.floor(high / 12) * 12 + 11)];
  });
  readonly toldWords = computed(() => {
    const state = this.store.state();
    if (state.kind !== 'told') return '';
    const seconds = `${(state.ms / 1000).toFixed(1)} seconds`;
    return state.isRight ? `Right, ${seconds}.` : `Not this time: ${this.rightAnswer(state.question)}.`;
  });
  readonly resultWords = computed(() => {
    const { asked, right, medianMs } = this.store.result();
    const time =
      medianMs === null ? '' : `; half of the right answers came within ${(medianMs / 1000).toFixed(1)} seconds`;
    return `${right} of ${asked} right${time}.`;
  });
  /** Of a hundred answers so many were right, day by day. */
  readonly overDays = computed((): Line => {
    const days = new Map<string, { right: number; all: number }>();
    for (const { answeredAt, isRight } of this.log.answers()) {
      const day = days.get(answeredAt.slice(0, 10)) ?? { right: 0, all: 0 };
      days.set(answeredAt.slice(0, 10), { right: day.right + Number(isRight), all: day.all + 1 });
    }
    return {
      name: 'right, of a hundred',
      points: [...days].map(([at, { right, all }]) => ({ at, figure: Math.round((100 * right) / all) })),
    };
  });

  constructor() {
    effect(() => {
      const id = this.student() ?? '';
      untracked(() => this.choose(id));
    });
    effect(() => {
      const state = this.store.state();
      if (state.kind !== 'asking') return;
      const { place, words } = state.question;
      untracked(() => this.spoken() && this.speech.say(`${place}. ${words}`));
    });
    this.keyboards.strokes
      .pipe(
        filter((stroke) => stroke.kind === 'down'),
        takeUntilDestroyed(),
      )
      .subscribe(({ midi }) => {
        if (this.question()?.answer === 'keys') this.store.give(midi);
      });
    const tick = this.window.setInterval(() => this.timeSpent.set(this.store.timeSpent()), TICK_MS);
    inject(DestroyRef).onDestroy(() => {
      this.window.clearInterval(tick);
      this.speech.stop();
    });
    pressKeys([
      {
        title: 'Answers',
        commands: {
          finger: { words: 'Finger', keys: ['([1-5])'], run: (key) => this.byNumber(Number(key)) },
          goOn: { words: 'Go on', keys: ['Enter', 'Space'], run: () => this.store.goOn() },
          stop: { words: 'Stop', keys: ['Escape'], run: () => this.store.stop() },
        },
      },
    ]);
  }

  /** Whose answers they are; nobody's stay on this device. */
  choose(id: string): void {
    this.studentId.set(id);
    this.log.open(id);
    this.ownPieces.set([]);
    if (id !== '')
      this.students
        .get(id)
        .pipe(catchError(() => of(undefined)))
        .subscribe((student) => this.ownPieces.set(student?.pieces ?? []));
  }

  choosePiece(id: string): void {
    this.pieceId.set(id);
    this.problem.set('');
    if (id !== '') this.saving.opened(id).pipe(telling(this.problem)).subscribe();
  }

  toggleKind(kind: QuestionKind): void {
    this.store.kinds.update((kinds) =>
      kinds.includes(kind) ? kinds.filter((one) => one !== kind) : QUESTION_KINDS.filter((one) => one === kind || kinds.includes(one)),
    ); // prettier-ignore
  }

  toggleSide(side: Side): void {
    this.store.sides.update((sides) =>
      sides.includes(side) && sides.length > 1 ? sides.filter((one) => one !== side) : SIDES.filter((one) => one === side || sides.includes(one)),
    ); // prettier-ignore
  }

  /** A number is a finger, where a finger is asked for. */
  private byNumber(number: number): void {
    const question = this.question();
    if (question?.answer === 'finger') this.store.give(number);
  }

  private rightAnswer(question: Question): string {
    switch (question.answer) {
      case 'finger':
        return String(question.finger);
      case 'notes':
        return question.right.map((at) => question.among[at]).join(' and ');
      case 'keys':
        return this.offered()
          .filter(({ midi }) => question.midis.includes(midi))
          .map(({ name }) => name)
          .join(' and ');
    }
  }
}
