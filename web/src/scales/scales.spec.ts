import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { DEFAULT_SETTINGS } from '@kettle-step/contract';
import {
  createPlanner,
  DEFAULT_HANDS,
  DEFAULT_RULES,
  explainPatternError,
  makePattern,
  patternMusic,
  patternOf,
  patternReading,
  PATTERN_KINDS,
  type PatternWish,
} from '@kettle-step/core';
import { of, throwError } from 'rxjs';
import { EngineService } from '../services/engine.service';
import { HouseRulesService } from '../services/house-rules.service';
import { PiecesService } from '../services/pieces.service';
import { Playback } from '../sound/playback';
import { TransportStore } from '../sound/transport.store';
import { aboutSource, crossingsOn, KINDS_BY_GROUP, kindWords, sourceWords } from './scale-words';
import { ScalesCommands } from './scales.commands';
import { ScalesStore } from './scales.store';

const planner = createPlanner(DEFAULT_HANDS);

/** The engine without its worker. */
const engine = {
  pattern: (wish: PatternWish) => {
    const made = makePattern(wish);
    if (made.kind === 'error') return throwError(() => new Error(explainPatternError(made.error)));
    const music = patternMusic(planner, made.value, DEFAULT_RULES);
    return of({ kind: 'pattern', request: 1, music, document: '<music/>', engravable: '<music/>' });
  },
  patternReading: (wish: PatternWish) => of(patternReading(planner, patternOf(wish), DEFAULT_RULES)),
};

const open = () => {
  localStorage.clear();
  const saved: unknown[] = [];
  const pieces = {
    import: () => of({ id: 'p1', title: '', notices: [] }),
    save: (_id: string, plan: unknown) => {
      saved.push(plan);
      return of(2);
    },
  };
  TestBed.configureTestingModule({
    providers: [
      ScalesCommands,
      ScalesStore,
      Playback,
      TransportStore,
      provideRouter([{ path: '**', children: [] }]),
      { provide: EngineService, useValue: engine },
      { provide: PiecesService, useValue: pieces },
      { provide: HouseRulesService, useValue: { settings: () => of(DEFAULT_SETTINGS) } },
    ],
  });
  const store = TestBed.inject(ScalesStore);
  TestBed.tick();
  const ask = (change: Partial<PatternWish>): void => {
    store.ask(change);
    TestBed.tick();
  };
  return { store, ask, saved, commands: TestBed.inject(ScalesCommands) };
};

describe('the scale room', () => {
  it('begins with C major, and remembers what was looked at last', () => {
    const { store, ask } = open();
    expect(store.music()?.title).toBe('C major scale, one octave');
    ask({ tonic: 'Eb', kind: 'harmonic-minor', octaves: 2 });
    expect(store.music()?.title).toBe('E flat harmonic minor scale, 2 octaves');
    expect(localStorage.getItem('kettle-step.pattern')).toContain('harmonic-minor');
  });

  it('puts right what does not go together, instead of refusing it', () => {
    const { store, ask } = open();
    ask({ kind: 'harmonic-minor', tonic: 'G#' });
    ask({ kind: 'major' });
    expect(store.wish().tonic).toBe('Ab');
    ask({ octaves: 4 });
    ask({ motion: 'contrary' });
    expect([store.wish().octaves, store.wish().motion]).toEqual([2, 'contrary']);
    ask({ sides: ['left'] });
    expect(store.wish().motion).toBe('similar');
    ask({ kind: 'arpeggio-major', inversion: 2 });
    ask({ kind: 'cadence' });
    expect([store.wish().inversion, store.wish().octaves]).toEqual([0, 1]);
  });

  it('shows the handbook’s fingers, and the engine’s where it is asked to', () => {
    const { store, ask, commands } = open();
    ask({ tonic: 'D', kind: 'dominant-seventh', octaves: 2, sides: ['right'] });
    const fingers = (): string =>
      store
        .way()!
        .plan.hands.right.notes.map(({ finger }) => finger)
        .join('');
    expect(fingers()).toBe('12341234543214321');
    commands.fingersBy.run();
    expect(fingers()).not.toBe('12341234543214321');
    expect(store.way()!.sources.right.kind).toBe('engine');
    expect(store.engineNotes()).toBeUndefined();
    // One above the other: the handbook's stay, and what the engine would take otherwise is framed.
    commands.fingersBy.run();
    expect(fingers()).toBe('12341234543214321');
    const framed = [...store.engineNotes()!.values()].filter(({ decidedBy }) => decidedBy === 'teacher');
    expect(framed).toHaveLength(store.differences()[0]!.notes.length);
    commands.fingersBy.run();
    expect(store.engineNotes()).toBeUndefined();
  });

  it('goes from key to key by their usual names, and from hand to hand', () => {
    const { store, commands } = open();
    commands.lower.run();
    expect(store.wish().tonic).toBe('B');
    commands.lower.run();
    expect(store.wish().tonic).toBe('Bb');
    commands.hands.run();
    commands.hands.run();
    expect(store.wish().sides).toEqual(['left']);
    commands.octaves.run('3');
    expect(store.wish().octaves).toBe(3);
  });

  it('puts a pattern on the shelf with its fingers settled', () => {
    const { store, saved } = open();
    let id = '';
    store.putOnShelf().subscribe((created) => (id = created?.id ?? ''));
    expect(id).toBe('p1');
    const [plan] = saved as { fingers: { decidedBy: string }[]; ribbon: { state: string }[] }[];
    expect(plan!.fingers).toHaveLength(30);
    expect(new Set(plan!.fingers.map(({ decidedBy }) => decidedBy))).toEqual(new Set(['teacher']));
    expect(new Set(plan!.ribbon.map(({ state }) => state))).toEqual(new Set(['settled']));
  });
});

describe('the words of the scale room', () => {
  it('name every kind once within its group', () => {
    for (const { kinds } of KINDS_BY_GROUP) expect(new Set(kinds.map(kindWords)).size).toBe(kinds.length);
    expect(KINDS_BY_GROUP.flatMap(({ kinds }) => kinds)).toHaveLength(PATTERN_KINDS.length);
  });

  it('say where fingers come from', () => {
    const pattern = patternOf({ ...open().store.wish(), kind: 'major' });
    const { usual } = patternMusic(planner, pattern, DEFAULT_RULES);
    const { engine: own } = patternReading(planner, pattern, DEFAULT_RULES);
    expect(sourceWords(usual.sources.right)).toBe('from the handbook (scale manuals, written down from memory)');
    expect(aboutSource(usual.sources.right)).toContain('common teaching manuals');
    expect(sourceWords(own.sources.right)).toBe('worked out by the engine');
    expect(crossingsOn('up', usual.learned.right!.crossings)).toBe('E–F: 1 under 3');
    expect(crossingsOn('down', usual.learned.left!.crossings)).toBe('A–G: 1 under 3');
  });
});
