import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import {
  DEFAULT_SETTINGS,
  NEW_DESK,
  patternWishSchema,
  ribbonOf,
  storedFingers,
  type Created,
} from '@kettle-step/contract';
import {
  fingersOfHand,
  keyOfTonic,
  KINDS,
  mostOctavesOf,
  patternWish,
  SIDES,
  tonicsOf,
  type Finger,
  type PatternSheet,
  type PatternWay,
  type PatternWish,
  type PianoPlan,
  type Score,
} from '@kettle-step/core';
import { catchError, map, of, switchMap, tap, type Observable } from 'rxjs';
import { keep, kept } from '../parts/kept';
import { messageOf } from '../parts/words';
import { fingeredNotes } from '../score/fingered-notes';
import { EngineService } from '../services/engine.service';
import { PiecesService } from '../services/pieces.service';

/** What is shown: a pattern with its music, or why there is none. */
export type Shown =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'ready'; readonly sheet: PatternSheet; readonly document: string; readonly engravable: string }
  | { readonly kind: 'refused'; readonly message: string };

/** What stands on the desk of the room. */
export interface Stage {
  readonly score: Score;
  readonly plan: PianoPlan;
  readonly engravable: string;
  /** How it is practised; empty for the pattern itself. */
  readonly how: string;
}

/** Every finger of a plan as one that is settled. */
const allFingers = (plan: PianoPlan): ReadonlyMap<string, Finger> =>
  new Map(SIDES.flatMap((side) => [...fingersOfHand(plan.hands[side])]));

const FIRST = patternWish({ tonic: 'C', kind: 'major' });

/** The pattern that was looked at last, where this browser still knows it. */
const lastWish = (): PatternWish => patternWishSchema.safeParse(kept('pattern')).data ?? FIRST;

/** A wish in which what its kind does not know is as usual, and the tonic is one the kind is written in. */
const fitting = (wish: PatternWish): PatternWish => {
  const { mode, inversions, isLine, isScale } = KINDS[wish.kind];
  const isOne = wish.sides.length < SIDES.length;
  const motion = isLine && !isOne ? wish.motion : 'similar';
  const own: PatternWish = {
    ...wish,
    mode: mode === 'asked' ? wish.mode : mode,
    octaves: Math.min(wish.octaves, mostOctavesOf({ kind: wish.kind, motion })),
    inversion: Math.min(wish.inversion, inversions),
    motion,
    distance: isScale && !isOne && motion === 'similar' ? wish.distance : 'octave',
  };
  const tonics = tonicsOf(own);
  const same = tonics.find((tonic) => keyOfTonic(tonic) === keyOfTonic(own.tonic));
  return tonics.includes(own.tonic) ? own : { ...own, tonic: same ?? 'C' };
};

/** The pattern of the scale room: what is asked for, what came of it, and putting it on the shelf. */
@Injectable()
export class ScalesStore {
  private readonly engine = inject(EngineService);
  private readonly pieces = inject(PiecesService);

  private readonly asked = signal(fitting(lastWish()));
  readonly wish = this.asked.asReadonly();
  readonly shown = signal<Shown>({ kind: 'waiting' });
  /** Which fingers are shown: the handbook's where it has some, or the engine's own. */
  readonly fingersBy = signal<'usual' | 'engine'>('usual');
  readonly problem = signal('');

  readonly tonics = computed(() => tonicsOf(this.wish()));
  readonly facts = computed(() => KINDS[this.wish().kind]);
  readonly sheet = computed(() => {
    const shown = this.shown();
    return shown.kind === 'ready' ? shown.sheet : undefined;
  });
  readonly way = computed((): PatternWay | undefined => this.sheet()?.[this.fingersBy()]);

  /** The drill that is asked for; the pattern itself where none is. */
  readonly drillId = signal<string | undefined>(undefined);
  private readonly drill = signal<Stage | undefined>(undefined);
  /** What is engraved and played: the pattern, or one of its drills. */
  readonly stage = computed((): Stage | undefined => {
    const [shown, way, drill] = [this.shown(), this.way(), this.drill()];
    if (shown.kind !== 'ready' || !way) return undefined;
    const { sheet, engravable } = shown;
    return drill ?? { score: sheet.score, plan: way.plan, engravable, how: '' };
  });
  readonly notes = computed(() => {
    const stage = this.stage();
    return stage
      ? fingeredNotes(stage.score, stage.plan, { locks: allFingers(stage.plan), desk: { writing: 'every' } })
      : new Map<string, never>();
  });

  constructor() {
    toObservable(this.asked)
      .pipe(
        tap((wish) => keep('pattern', wish)),
        switchMap((wish) =>
          this.engine.pattern(wish, DEFAULT_SETTINGS).pipe(
            map(({ sheet, document, engravable }): Shown => ({ kind: 'ready', sheet, document, engravable })),
            catchError((cause: unknown) => of<Shown>({ kind: 'refused', message: messageOf(cause) })),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((shown) => this.shown.set(shown));
    toObservable(this.drillId)
      .pipe(
        switchMap((id) =>
          id === undefined
            ? of(undefined)
            : this.engine.drill(this.wish(), DEFAULT_SETTINGS, id).pipe(
                map(({ planned: { drill, plan }, engravable }): Stage => ({
                  score: drill.score,
                  how: drill.how,
                  plan,
                  engravable,
                })),
                catchError((cause: unknown) => {
                  this.problem.set(messageOf(cause));
                  return of(undefined);
                }),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((stage) => this.drill.set(stage));
  }

  /** Asks for something else; what does not go with it is put right. */
  ask(change: Partial<PatternWish>): void {
    this.asked.update((wish) => fitting({ ...wish, ...change }));
    this.practise(undefined);
    this.fingersBy.set('usual');
    this.problem.set('');
  }

  /** Shows one of the drills, or the pattern again. */
  practise(id: string | undefined): void {
    this.drillId.set(id);
    if (id === undefined) this.drill.set(undefined);
  }

  /** Puts the pattern on the shelf as a piece, with the fingers that are shown settled in it. */
  putOnShelf(): Observable<Created | undefined> {
    const [shown, way] = [this.shown(), this.way()];
    if (shown.kind !== 'ready' || !way) return of(undefined);
    const locks = allFingers(way.plan);
    const { score, title } = shown.sheet;
    const file = new Blob([shown.document], { type: 'application/octet-stream' });
    return this.pieces.import(file, `${title}.musicxml`, { parts: [], tune: 0 }).pipe(
      switchMap((created) =>
        this.pieces
          .save(created.id, {
            baseRevision: 1,
            fingers: storedFingers(score, way.plan, locks),
            ribbon: ribbonOf(score, way.plan, locks),
            desk: NEW_DESK,
          })
          .pipe(map(() => created)),
      ),
      catchError((cause: unknown) => {
        this.problem.set(messageOf(cause));
        return of(undefined);
      }),
    );
  }
}
