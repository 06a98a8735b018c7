import type { EnvironmentProviders, Provider } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import {
  completeRules,
  NOTHING_STANDS,
  type Beside,
  type KeepVersion,
  type SavePlan,
  type Settings,
  type Standing,
  type SeenFingers,
  type Decided,
} from '@kettle-step/contract';
import {
  bothHands,
  cautionsOf,
  chordWays,
  createPlanner,
  DEFAULT_HANDS,
  drillOf,
  explainPatternError,
  finish,
  linksOf,
  listen,
  makePattern,
  patternMusic,
  patternReading,
  rulesActedInSteps,
  strainsOf,
  type BarAlternative,
  type ChordWay,
  type Comparison,
  type Extent,
  type Hand,
  type Hearing,
  type Link,
  type Margin,
  type Pattern,
  type PatternReading,
  type PatternWish,
  type Performance,
  type PianoPlan,
  type RuleActed,
  type Score,
  type Side,
} from '@kettle-step/core';
import { defer, of, throwError, type Observable } from 'rxjs';
import { EngineService, type CarriedOver, type Engine, type Given, type Passage } from '../src/services/engine.service';
import { PiecesService } from '../src/services/pieces.service';
import { StudentsService } from '../src/services/students.service';
import { History } from '../src/session/history';
import { PendingWork } from '../src/saving/pending-work';
import { PieceSession } from '../src/session/piece-session';
import { Preview } from '../src/session/preview';
import { Saving } from '../src/session/saving';
import { Selection } from '../src/session/selection';
import { FakePending } from './pending';
import type { TestPiece } from './piece';

const planner = createPlanner(DEFAULT_HANDS);

const NO_LOCKS = { locks: new Map(), alternatives: 0 };

const patternOf = (wish: PatternWish): Pattern => {
  const made = makePattern(wish);
  if (made.kind === 'error') throw new Error(explainPatternError(made.error));
  return made.value;
};

/** The engine without its worker: it answers at once, unless it is broken or told to wait. */
export class FakeEngine implements Engine {
  /** Why nothing can be worked out. */
  broken: string | undefined;
  readonly asked: Passage[] = [];
  /** The hands and rules of every plan that was asked for. */
  readonly planned: Settings[] = [];
  private opened: { readonly document: string; readonly score: Score };

  constructor(
    private readonly piece: TestPiece,
    /** Other music, by document. */
    private readonly others: ReadonlyMap<string, Score> = new Map(),
  ) {
    this.opened = { document: piece.stored.document, score: piece.score };
  }

  holds(document: string): boolean {
    return this.opened.document === document;
  }

  open(document: string): Observable<{ readonly score: Score; readonly engravable: string }> {
    return this.answer(() => {
      this.opened = { document, score: this.others.get(document) ?? this.piece.score };
      return { score: this.opened.score, engravable: document };
    });
  }

  plan({ locks, desk }: Given): Observable<PianoPlan> {
    this.planned.push(desk.settings);
    return this.answer(() => planner.plan(this.opened.score, { locks, alternatives: 0 }));
  }

  margins({ locks }: Given): Observable<readonly Margin[]> {
    return this.answer(() => finish(planner.marginsInSteps(this.opened.score, { locks })));
  }

  compare({ locks }: Given): Observable<Comparison> {
    return this.answer(() => planner.compare(this.opened.score, { locks }));
  }

  strains({ locks, desk: { settings } }: Given) {
    const { hands } = settings;
    const of = createPlanner(hands, completeRules(settings.rules));
    return this.answer(() => ({
      strains: strainsOf(this.opened.score, of.plan(this.opened.score, { locks, alternatives: 0 }), hands),
      cautions: cautionsOf(this.opened.score, hands),
    }));
  }

  chordWays(hand: Hand, side: Side, midis: readonly number[]): Observable<readonly ChordWay[]> {
    return this.answer(() => chordWays(createPlanner(bothHands(hand)), hand, side, midis));
  }

  sample(_document: string, settings: Settings) {
    const { score, document } = this.opened;
    const plan = createPlanner(settings.hands, completeRules(settings.rules)).plan(score, NO_LOCKS);
    return this.answer(() => ({ kind: 'sample' as const, request: 1, score, plan, engravable: document }));
  }

  pattern(wish: PatternWish, settings: Settings) {
    const music = () => patternMusic(planner, patternOf(wish), completeRules(settings.rules));
    const [document, engravable] = ['<music/>', '<music/>'];
    return this.answer(() => ({ kind: 'pattern' as const, request: 1, music: music(), document, engravable }));
  }

  patternReading(wish: PatternWish, settings: Settings): Observable<PatternReading> {
    return this.answer(() => patternReading(planner, patternOf(wish), completeRules(settings.rules)));
  }

  drill(wish: PatternWish, settings: Settings, drill: string) {
    const planned = () => drillOf(planner, patternOf(wish), completeRules(settings.rules), drill)!;
    return this.answer(() => ({ kind: 'drill' as const, request: 1, planned: planned(), engravable: '<music/>' }));
  }

  rulesActed({ locks, desk: { settings } }: Given): Observable<readonly RuleActed[]> {
    const rules = completeRules(settings.rules);
    return this.answer(() =>
      finish(
        rulesActedInSteps(
          this.opened.score,
          planner.plan(this.opened.score, { locks, alternatives: 0 }),
          settings.hands,
          rules,
          { locks },
        ),
      ),
    );
  }

  listen(_given: Given, extent: Extent, performance: Performance, sides: readonly Side[]): Observable<Hearing> {
    return this.answer(() => listen(this.opened.score, extent, performance, sides));
  }

  links({ locks }: Given): Observable<readonly Link[]> {
    const { score } = this.opened;
    return this.answer(() => linksOf(score, planner.plan(score, { locks, alternatives: 0 }), planner));
  }

  alternatives(passage: Passage): Observable<readonly BarAlternative[]> {
    this.asked.push(passage);
    const { side, bars, count } = passage;
    return this.answer(() =>
      planner.alternatives(this.opened.score, { locks: new Map(), side, bars, count, different: true, freed: true }),
    );
  }

  /** Goes on with the first of the other documents. */
  correct(_document: string, _correction: unknown, { locks, desk }: Decided): Observable<CarriedOver> {
    const [document = this.opened.document] = this.others.keys();
    return this.answer(() => ({ document, carried: { locks, desk, lost: [], kept: locks.size } }));
  }

  /** Of what was decided only the first finger has a place in the other document. */
  carry(_from: string, to: string, { locks, desk }: Decided): Observable<CarriedOver> {
    return this.answer(() => ({
      document: to,
      carried: {
        locks: new Map([...locks].slice(0, 1)),
        desk,
        kept: 1,
        lost: [{ kind: 'finger', side: 'right', bar: 2, pitch: 'G4', finger: 1 }],
      },
    }));
  }

  private answer<T>(work: () => T): Observable<T> {
    return defer(() => (this.broken ? throwError(() => new Error(this.broken)) : of(work())));
  }
}

/** A server that has one piece and keeps what is saved. */
export class FakePieces {
  readonly saved: SavePlan[] = [];
  readonly versionsKept: KeepVersion[] = [];
  /** The plans beside the piece, and what was kept as looked at. */
  besides: Beside = { general: null, own: [] };
  readonly seen: SeenFingers[] = [];
  /** What stands under the piece's decisions by now. */
  stands: Standing = NOTHING_STANDS;
  /** Why no plan can be saved, and why no version can be kept. */
  problem: Error | undefined;
  versionProblem: Error | undefined;

  constructor(private readonly piece: TestPiece) {}

  get(id: string) {
    return of({ ...this.piece.stored, id, title: id, standing: this.stands });
  }

  beside(_id: string) {
    return of(this.besides);
  }

  see(_id: string, seen: SeenFingers) {
    this.seen.push(seen);
    return of(undefined);
  }

  standing(_id: string) {
    return of(this.stands);
  }

  save(_id: string, plan: SavePlan): Observable<number> {
    return defer(() => {
      if (this.problem) return throwError(() => this.problem);
      this.saved.push(plan);
      return of(plan.baseRevision + 1);
    });
  }

  keepVersion(_id: string, version: KeepVersion) {
    if (this.versionProblem) return throwError(() => this.versionProblem);
    this.versionsKept.push(version);
    return of({ ...version, id: 'v1', createdAt: '2026-01-05T10:00:00.000Z', sameMusic: true });
  }
}

/** Opens a piece as the places of the web do, over stand-ins for worker and server. */
export const openSession = (
  piece: TestPiece,
  others: ReadonlyMap<string, Score> = new Map(),
  providers: readonly (Provider | EnvironmentProviders)[] = [],
) => {
  const [engine, pieces, pending] = [new FakeEngine(piece, others), new FakePieces(piece), new FakePending()];
  TestBed.configureTestingModule({
    providers: [
      { provide: EngineService, useValue: engine },
      { provide: PiecesService, useValue: pieces },
      { provide: PendingWork, useValue: pending },
      { provide: StudentsService, useValue: { list: () => of([]) } },
      ...providers,
    ],
  });
  const [session, saving] = [TestBed.inject(PieceSession), TestBed.inject(Saving)];
  const [history, preview, selection] = [TestBed.inject(History), TestBed.inject(Preview), TestBed.inject(Selection)];
  saving.open('piece');
  return { engine, pieces, pending, session, saving, history, preview, selection };
};
