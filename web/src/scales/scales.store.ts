import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { NEW_DESK, patternWishSchema, ribbonOf, storedFingers, type Created } from '@kettle-step/contract';
import {
  fingersOfHand,
  keyOfTonic,
  KINDS,
  mostOctavesOf,
  patternWish,
  SIDES,
  tonicsOf,
  type Finger,
  type PatternMusic,
  type PatternReading,
  type PatternWay,
  type PatternWish,
  type PianoPlan,
  type Score,
  type Side,
} from '@kettle-step/core';
import { catchError, concat, map, of, shareReplay, switchMap, tap, type Observable } from 'rxjs';
import { keep, kept } from '../parts/kept';
import { messageOf } from '../parts/words';
import { fingeredNotes, type FingeredNote } from '../score/fingered-notes';
import { EngineService } from '../services/engine.service';
import { HouseRulesService } from '../services/house-rules.service';
import { PiecesService } from '../services/pieces.service';

/** What is shown: a pattern with its music and, a moment later, what is read beside it; or why there is none. */
export type Shown =
  | { readonly kind: 'waiting' }
  | {
      readonly kind: 'ready';
      readonly music: PatternMusic;
      readonly reading?: PatternReading;
      readonly document: string;
      readonly engravable: string;
    }
  | { readonly kind: 'refused'; readonly message: string };

export const FINGERS_BY = ['usual', 'engine', 'both'] as const;
export type FingersBy = (typeof FINGERS_BY)[number];

/** What stands on the desk of the room. */
export interface Stage {
  readonly score: Score;
  readonly plan: PianoPlan;
  readonly engravable: string;
  /** How it is practised; empty for the pattern itself. */
  readonly how: string;
  /** The hand that plays softly. */
  readonly soft: Side | null;
}

/** Every finger of a plan as one that is settled. */
export const allFingers = (plan: PianoPlan): ReadonlyMap<string, Finger> =>
  new Map(SIDES.flatMap((side) => [...fingersOfHand(plan.hands[side])]));

const FIRST = patternWish({ tonic: 'C', kind: 'major' });

/** The pattern that was looked at last, where this browser still knows it. */
export const lastWish = (): PatternWish => patternWishSchema.safeParse(kept('pattern')).data ?? FIRST;

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
  private readonly settings = inject(HouseRulesService).settings().pipe(shareReplay(1));

  private readonly asked = signal(fitting(lastWish()));
  readonly wish = this.asked.asReadonly();
  readonly shown = signal<Shown>({ kind: 'waiting' });
  /** Which fingers are shown: the handbook's where it has some, the engine's own, or one above the other. */
  readonly fingersBy = signal<FingersBy>('usual');
  readonly problem = signal('');

  readonly tonics = computed(() => tonicsOf(this.wish()));
  readonly facts = computed(() => KINDS[this.wish().kind]);
  private readonly ready = computed(() => {
    const shown = this.shown();
    return shown.kind === 'ready' ? shown : undefined;
  });
  readonly music = computed(() => this.ready()?.music);
  readonly reading = computed(() => this.ready()?.reading);
  readonly differences = computed(() => this.reading()?.differences ?? []);
  readonly way = computed((): PatternWay | undefined =>
    this.fingersBy() === 'engine' ? this.reading()?.engine : this.music()?.usual,
  );

  /** The drill that is asked for; the pattern itself where none is. */
  readonly drillId = signal<string | undefined>(undefined);
  private readonly drill = signal<Stage | undefined>(undefined);
  /** What is engraved and played: the pattern, or one of its drills. */
  readonly stage = computed((): Stage | undefined => {
    const [ready, way, drill] = [this.ready(), this.way(), this.drill()];
    if (!ready || !way) return undefined;
    const { music, engravable } = ready;
    return drill ?? { score: music.score, plan: way.plan, engravable, how: '', soft: null };
  });
  readonly notes = computed(() => {
    const stage = this.stage();
    return stage
      ? fingeredNotes(stage.score, stage.plan, { locks: new Map(), desk: { writing: 'every' } })
      : new Map<string, never>();
  });
  /** The engine's numbers, for a second copy of the music; those that differ stand out. Undefined where one copy is shown. */
  readonly engineNotes = computed((): ReadonlyMap<string, FingeredNote> | undefined => {
    const [ready, drill] = [this.ready(), this.drill()];
    if (this.fingersBy() !== 'both' || drill || !ready?.reading) return undefined;
    const { plan } = ready.reading.engine;
    const locks = new Map(
      ready.reading.differences.flatMap(({ notes }) => notes.map(({ id, engine }) => [id, engine] as const)),
    );
    return fingeredNotes(ready.music.score, plan, { locks, desk: { writing: 'every' } });
  });

  constructor() {
    toObservable(this.asked)
      .pipe(
        tap((wish) => keep('pattern', wish)),
        switchMap((wish) =>
          this.settings.pipe(
            switchMap((settings) => this.engine.pattern(wish, settings)),
            map(({ music, document, engravable }) => ({ kind: 'ready', music, document, engravable }) as const),
            switchMap((ready) => concat(of(ready), this.readingFor(ready))),
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
            : this.settings.pipe(
                switchMap((settings) => this.engine.drill(this.wish(), settings, id)),
                map(({ planned: { score, plan, how, soft }, engravable }): Stage => ({
                  score,
                  plan,
                  how,
                  soft,
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
    const [ready, way] = [this.ready(), this.way()];
    if (!ready || !way) return of(undefined);
    const locks = allFingers(way.plan);
    const { score, title } = ready.music;
    const file = new Blob([ready.document], { type: 'application/octet-stream' });
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

  /** What is read beside the music; it comes after it, so that the music is there at once. */
  private readingFor(ready: Extract<Shown, { readonly kind: 'ready' }>): Observable<Shown> {
    return this.settings.pipe(
      switchMap((settings) => this.engine.patternReading(ready.music.wish, settings)),
      map((reading): Shown => ({ ...ready, reading })),
    );
  }
}
