import { computed, DestroyRef, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { Created, Typed, Untypable } from '@kettle-step/contract';
import type { Step } from '@kettle-step/core';
import {
  addKeyToLast,
  addLetterToLast,
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
  tokensOf,
  type Edit,
  type Sign,
  type StepValue,
  type Template,
  type TokenKind,
  type Typing,
} from '@kettle-step/core/typing';
import { catchError, debounceTime, EMPTY, filter, map, Subject, switchMap, tap, type Observable } from 'rxjs';
import { forgetTextDraft, keepTextDraft, textDraft } from '../parts/text-drafts';
import { messageOf } from '../parts/words';
import { PiecesService } from '../services/pieces.service';
import { ReaderService } from '../services/reader.service';
import { beside } from './lengths';
import { noteAt, stretchOf, type Stretch } from './places';

/** Under this name the browser keeps what is not on the shelf yet. */
const DRAFT = 'kettle-step:typed';

/** The text is read when nothing has been typed for so long, ms. */
const QUIET_MS = 200;

/** Something wrong in the text, with its place. */
export interface Remark extends Stretch {
  readonly message: string;
}

const MUSIC: ReadonlySet<TokenKind> = new Set(['note', 'chord', 'rest']);

const hasMusic = (line: string): boolean => tokensOf(line).some(({ kind }) => MUSIC.has(kind));

const NEW: StepValue = { type: 'quarter', dots: 0, triplet: false };

/** A piece that is being typed in: its text, and what it sounds like so far. */
@Injectable()
export class TypingStore {
  private readonly pieces = inject(PiecesService);
  private readonly reader = inject(ReaderService);
  private readonly storage = inject(DOCUMENT).defaultView?.localStorage;
  private readonly destroyed = inject(DestroyRef);

  readonly typing = signal<Typing>({ text: this.storage?.getItem(DRAFT) ?? '', caret: 0 });
  /** Whether there is any music: a head alone is begun anew without asking. */
  readonly begun = computed(() => this.typing().text.split('\n').some(hasMusic));
  private readonly text = computed(() => this.typing().text);

  /** What was last understood; it stays in sight while something is wrong. */
  readonly typed = signal<Typed | undefined>(undefined);
  readonly problem = signal<Untypable | undefined>(undefined);
  /** Whether what is seen is what stands in the text. */
  readonly isFresh = signal(false);

  /** Changes of the text that are not typed into it; the editor makes them, so that it can take them back. */
  readonly edits = new Subject<Edit>();
  readonly value = signal<StepValue>(NEW);
  /** The sign that the next letter gets. */
  readonly sign = signal<Sign>(null);
  /** Whether a chord is being typed: only begun, or there is something in it that more is added to. */
  readonly chord = signal<'off' | 'begun' | 'on'>('off');
  /** The piece whose text this is, where it is not a new one. */
  readonly pieceId = signal('');
  /** The piece's own text where it is written anew, and what it was when that was begun. */
  private own: { readonly text: string; readonly from: string } | undefined;
  /** The text stands as it was left the last time, not as the piece has it; and whether the piece was changed since. */
  readonly takenUp = signal<{ readonly isChanged: boolean } | undefined>(undefined);
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

  /** Begins a new piece in place of the text. */
  begin(template: Template): void {
    const { text, caret } = startTyping(template);
    this.value.set(NEW);
    this.sign.set(null);
    this.chord.set('off');
    this.edits.next({ from: 0, to: this.text().length, insert: text, caret });
  }

  /** Writes a letter, or adds it to the chord that was begun; a sign that was given goes before it. */
  letter(step: Step): void {
    const [typing, value, sign] = [this.typing(), this.value(), this.sign()];
    this.edit(this.chord() === 'on' ? addLetterToLast(typing, step, sign) : enterLetter(typing, step, value, sign));
    this.sign.set(null);
    this.goOnWithChord();
  }

  /** Writes keys of a piano that were struck together, or adds them to the chord that was begun. */
  strike(keys: readonly number[]): void {
    const chord = this.chord() === 'on';
    if (!chord) this.edit(enterKeys(this.typing(), keys, this.value()));
    else for (const key of keys) this.edit(addKeyToLast(this.typing(), key));
    this.goOnWithChord();
  }

  toggleSign(sign: -1 | 0 | 1): void {
    this.sign.update((now) => (now === sign ? null : sign));
  }

  toggleChord(): void {
    this.chord.update((now) => (now === 'off' ? 'begun' : 'off'));
  }

  endChord(): void {
    this.chord.set('off');
  }

  rest(): void {
    this.endChord();
    this.edit(enterRest(this.typing(), this.value()));
  }

  setFinger(finger: number): void {
    this.edit(setFingerOfLast(this.typing(), finger));
  }

  tie(): void {
    this.edit(tieLast(this.typing()));
  }

  moveByOctave(by: 1 | -1): void {
    this.edit(moveLastByOctave(this.typing(), by));
  }

  takeOut(): void {
    this.endChord();
    this.edit(removeLast(this.typing()));
  }

  barline(): void {
    this.edit(enterBarline(this.typing()));
  }

  otherHand(): void {
    this.endChord();
    this.edit(goToOtherVoice(this.typing()));
  }

  lengthen(by: 1 | -1): void {
    this.value.update((now) => beside(now, by));
  }

  toggleDot(): void {
    this.value.update((now) => ({ ...now, dots: now.dots > 0 ? 0 : 1 }));
  }

  toggleTriplet(): void {
    this.value.update((now) => ({ ...now, triplet: !now.triplet }));
  }

  /** Takes up the text of a piece that is on the shelf, as it was left the last time; a draft of something else is left alone. */
  open(id: string): void {
    this.pieceId.set(id);
    this.pieces
      .abcOf(id)
      .pipe(takeUntilDestroyed(this.destroyed))
      .subscribe({
        next: (text) => {
          const draft = textDraft(id);
          this.own = { text, from: draft?.from ?? text };
          if (draft) this.takenUp.set({ isChanged: draft.from !== text });
          this.replace(draft?.text ?? text);
        },
        error: (cause: unknown) => this.refusal.set(messageOf(cause)),
      });
  }

  /** Goes back to the text that the piece has. */
  startAgain(): void {
    const { text = '' } = this.own ?? {};
    this.own = { text, from: text };
    this.takenUp.set(undefined);
    this.replace(text);
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

  private replace(text: string): void {
    this.edits.next({ from: 0, to: this.text().length, insert: text, caret: text.length });
  }

  private edit(edit: Edit | undefined): void {
    if (edit) this.edits.next(edit);
  }

  private goOnWithChord(): void {
    if (this.chord() === 'begun') this.chord.set('on');
  }

  private keepDraft(text: string): void {
    if (this.pieceId()) return this.keepRewriting(text);
    try {
      if (!this.begun() || text === '') this.storage?.removeItem(DRAFT);
      else this.storage?.setItem(DRAFT, text);
    } catch {
      // A browser that keeps nothing still types.
    }
  }

  /** The text that stands before the piece's own one has come is of something else. */
  private keepRewriting(text: string): void {
    if (!this.own) return;
    if (text === this.own.text) forgetTextDraft(this.pieceId());
    else keepTextDraft(this.pieceId(), { text, from: this.own.from });
  }
}
