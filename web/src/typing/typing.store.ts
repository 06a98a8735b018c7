import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { Created, Typed, Untypable } from '@kettle-step/contract';
import {
  addKeyToLast,
  addLetterToLast,
  alterLast,
  enterBarline,
  enterKeys,
  enterLetter,
  enterRest,
  goToOtherVoice,
  moveLastByOctave,
  removeLast,
  setFingerOfLast,
  startTyping,
  tieLast,
  type Edit,
  type StepValue,
  type Template,
  type Typing,
} from '@kettle-step/core/typing';
import { catchError, debounceTime, EMPTY, filter, map, switchMap, tap, type Observable } from 'rxjs';
import { messageOf } from '../parts/words';
import { PiecesService } from '../services/pieces.service';
import { ReaderService } from '../services/reader.service';
import { beside } from './lengths';
import { noteAt, stretchOf, type Stretch } from './places';
import type { StepCommand } from './step-keys';

/** Under this name the browser keeps what is not on the shelf yet. */
const DRAFT = 'kettle-step:typed';

/** The text is read when nothing has been typed for so long, ms. */
const QUIET_MS = 200;

/** Something wrong in the text, with its place. */
export interface Remark extends Stretch {
  readonly message: string;
}

const NEW: StepValue = { type: 'quarter', dots: 0, triplet: false };

/** A piece that is being typed in: its text, and what it sounds like so far. */
@Injectable()
export class TypingStore {
  private readonly pieces = inject(PiecesService);
  private readonly reader = inject(ReaderService);
  private readonly storage = inject(DOCUMENT).defaultView?.localStorage;
  private readonly destroyed = inject(DestroyRef);

  readonly typing = signal<Typing>({ text: this.storage?.getItem(DRAFT) ?? '', caret: 0 });
  readonly begun = computed(() => this.typing().text.trim() !== '');
  private readonly text = computed(() => this.typing().text);

  /** What was last understood; it stays in sight while something is wrong. */
  readonly typed = signal<Typed | undefined>(undefined);
  readonly problem = signal<Untypable | undefined>(undefined);
  /** Whether what is seen is what stands in the text. */
  readonly isFresh = signal(false);

  readonly value = signal<StepValue>(NEW);
  /** The piece whose text this is, where it is not a new one. */
  readonly pieceId = signal('');
  /** Why the piece is not on the shelf. */
  readonly refusal = signal('');
  readonly saving = signal(false);

  readonly remarks = computed((): readonly Remark[] => {
    const [text, problem] = [this.text(), this.problem()];
    const places = problem?.line
      ? [{ line: problem.line, column: problem.column ?? 1, message: problem.message }]
      : (this.typed()?.remarks ?? []);
    return places.map(({ line, column, message }) => ({ ...stretchOf(text, { line, column, length: 1 }), message }));
  });

  /** The note at the caret. */
  readonly litId = computed(() => {
    const [typed, { text, caret }] = [this.typed(), this.typing()];
    return typed && this.isFresh() ? noteAt(typed, text, caret) : undefined;
  });

  readonly lit = computed((): Stretch | undefined => {
    const [typed, id] = [this.typed(), this.litId()];
    const [place] = (id && typed?.places.get(id)) || [];
    return place && stretchOf(this.text(), place);
  });

  constructor() {
    toObservable(this.text)
      .pipe(
        tap((text) => {
          this.isFresh.set(false);
          this.keepDraft(text);
        }),
        debounceTime(QUIET_MS),
        filter((text) => text.trim() !== ''),
        switchMap((text) => this.reader.typed(text).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => {
        if (answer.kind === 'typed') {
          this.typed.set(answer);
          this.problem.set(undefined);
          this.isFresh.set(true);
        } else if (answer.kind === 'untypable') {
          this.problem.set(answer);
          if (answer.isEmpty) this.typed.set(undefined);
        }
      });
  }

  /** The edit that begins a new piece in place of the text. */
  begin(template: Template): Edit {
    const { text, caret } = startTyping(template);
    this.value.set(NEW);
    return { from: 0, to: this.text().length, insert: text, caret };
  }

  /** The edit that a step makes of the text; undefined where it only changes what comes next, or nothing. */
  step(command: StepCommand): Edit | undefined {
    const [typing, value] = [this.typing(), this.value()];
    switch (command.kind) {
      case 'letter':
        return command.joins ? addLetterToLast(typing, command.step) : enterLetter(typing, command.step, value);
      case 'rest':
        return enterRest(typing, value);
      case 'finger':
        return setFingerOfLast(typing, command.finger);
      case 'tie':
        return tieLast(typing);
      case 'alter':
        return alterLast(typing, command.by);
      case 'octave':
        return moveLastByOctave(typing, command.by);
      case 'barline':
        return enterBarline(typing);
      case 'other-hand':
        return goToOtherVoice(typing);
      case 'remove':
        return removeLast(typing);
      case 'longer':
        this.value.update((now) => beside(now, -1));
        return undefined;
      case 'shorter':
        this.value.update((now) => beside(now, 1));
        return undefined;
      case 'dot':
        this.value.update((now) => ({ ...now, dots: now.dots > 0 ? 0 : 1 }));
        return undefined;
      case 'triplet':
        this.value.update((now) => ({ ...now, triplet: !now.triplet }));
        return undefined;
    }
  }

  /** The edit that keys of a piano make, struck together. */
  strike(keys: readonly number[], joins: boolean): Edit | undefined {
    const [first] = keys;
    if (joins && first !== undefined) return addKeyToLast(this.typing(), first);
    return enterKeys(this.typing(), keys, this.value());
  }

  /** Takes up the text of a piece that is on the shelf; a draft of something else is left alone. */
  open(id: string): Observable<Edit> {
    this.pieceId.set(id);
    return this.pieces.abcOf(id).pipe(
      map((text) => ({ from: 0, to: this.text().length, insert: text, caret: text.length })),
      catchError((cause: unknown) => {
        this.refusal.set(messageOf(cause));
        return EMPTY;
      }),
      takeUntilDestroyed(this.destroyed),
    );
  }

  /** Brings the text onto the shelf; the draft goes once it is there. */
  save(): Observable<Created> {
    const title = this.typed()?.title ?? 'typed';
    this.saving.set(true);
    return this.pieces
      .import(new Blob([this.text()], { type: 'text/plain' }), `${title}.abc`, { parts: [], tune: 0 })
      .pipe(
        tap(() => this.keepDraft('')),
        map((created) => {
          this.saving.set(false);
          return created;
        }),
        catchError((cause: unknown) => {
          this.saving.set(false);
          this.refusal.set(messageOf(cause));
          return EMPTY;
        }),
        takeUntilDestroyed(this.destroyed),
      );
  }

  private keepDraft(text: string): void {
    if (this.pieceId()) return;
    try {
      if (text === '') this.storage?.removeItem(DRAFT);
      else this.storage?.setItem(DRAFT, text);
    } catch {
      // A browser that keeps nothing still types.
    }
  }
}
