import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { LEVELS, levelOf, LONGEST_REMARK } from '@kettle-step/contract';
import { beatOf, HAND_PRESETS, isFinger, pitchName } from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzDrawerModule } from 'ng-zorro-antd/drawer';
import { NzDropDownModule } from 'ng-zorro-antd/dropdown';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { of, startWith, switchMap } from 'rxjs';
import { afterPaint } from '../parts/after-paint';
import { BarRibbon } from '../parts/bar-ribbon';
import { beatFigure, HAND_WORDS } from '../parts/words';
import { EngineService } from '../services/engine.service';
import { EngraverService } from '../services/engraver.service';
import { PiecesService } from '../services/pieces.service';
import { ReaderService } from '../services/reader.service';
import { Actions } from './actions';
import { Autosave } from './autosave';
import { BarCard } from './bar-card';
import { BenchStore } from './bench.store';
import { Correct } from './correct/correct';
import { CorrectStore } from './correct/correct.store';
import { Compare } from './compare';
import { EffortChart, effortBars } from './effort-chart';
import { HandAndLevel } from './hand-and-level';
import { HandRail } from './hand-rail';
import { commandOf, KEY_GROUPS, type Command } from './keys';
import { handsAt } from './moment';
import { OtherWaysList } from './other-ways';
import { OtherWaysStore } from './other-ways.store';
import { MARK_KINDS, scoreMarks } from '../score/score-marks';
import { ScoreView, type HandView } from '../score/score-view';
import { Player } from './sound/player.service';
import { Transport } from './sound/transport';
import { MARK_WORDS, PANELS, SHEET_TITLES, WRITING_WORDS, type Panel, type Sheet } from './sheets';
import type { Direction } from './steps';
import { Versions } from './versions';
import { VersionsStore } from './versions.store';
import { ViewChoices } from './view-choices';

const ARROWS: Readonly<Record<string, Direction>> = {
  ArrowLeft: 'earlier',
  ArrowRight: 'later',
  ArrowUp: 'higher',
  ArrowDown: 'lower',
};

/** Forms in which the piece leaves the house. */
const WAYS_OUT: readonly { readonly form: string; readonly words: string; readonly numbers?: 'with-alternates' }[] = [
  { form: 'musicxml', words: 'MusicXML' },
  { form: 'musicxml', words: 'MusicXML, with numbers that would also do', numbers: 'with-alternates' },
  { form: 'mxl', words: 'MusicXML, packed (.mxl)' },
  { form: 'abc', words: 'ABC text' },
  { form: 'mid', words: 'MIDI' },
  { form: 'csv', words: 'Table of the plan (.csv)' },
];

/** Places where keys write or choose something of their own. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && !['checkbox', 'radio', 'range', 'button'].includes(target.type));

/** Enter on a control is for the control. */
const isControl = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('button, a, [role="option"], [role="switch"], input') !== null;

/** The bench: look at a bar, understand it, settle it, next bar. */
@Component({
  selector: 'ks-bench',
  imports: [
    BarCard,
    BarRibbon,
    Compare,
    Correct,
    EffortChart,
    FormsModule,
    HandAndLevel,
    HandRail,
    NzAlertModule,
    NzButtonModule,
    NzCheckboxModule,
    NzDrawerModule,
    NzDropDownModule,
    NzIconModule,
    NzInputModule,
    NzSpinModule,
    OtherWaysList,
    RouterLink,
    ScoreView,
    Transport,
    Versions,
  ],
  templateUrl: './bench.html',
  styleUrl: './bench.less',
  providers: [
    BenchStore,
    Actions,
    EngineService,
    EngraverService,
    ReaderService,
    Autosave,
    OtherWaysStore,
    VersionsStore,
    CorrectStore,
    Player,
  ],
  host: { '(document:keydown)': 'press($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Bench {
  readonly store = inject(BenchStore);
  readonly others = inject(OtherWaysStore);
  readonly actions = inject(Actions);
  readonly versions = inject(VersionsStore);
  readonly choices = inject(ViewChoices);
  readonly save = inject(Autosave).state;
  private readonly autosave = inject(Autosave);
  private readonly corrections = inject(CorrectStore);
  private readonly engine = inject(EngineService);
  private readonly pieces = inject(PiecesService);

  /** From the address. */
  readonly id = input.required<string>();

  readonly sheet = signal<Sheet | undefined>(undefined);
  readonly panel = signal<Panel | undefined>(undefined);
  readonly hand = signal<HandView>('both');
  readonly heardTicks = signal<number | undefined>(undefined);

  private readonly transport = viewChild(Transport);
  private readonly remarkField = viewChild<ElementRef<HTMLTextAreaElement>>('remarkField');

  readonly panels = PANELS;
  readonly sheetTitles = SHEET_TITLES;
  readonly keyGroups = KEY_GROUPS;
  readonly markKinds = MARK_KINDS;
  readonly markWords = MARK_WORDS;
  readonly writingWords = WRITING_WORDS;
  readonly handViews = ['both', 'right', 'left'] as const;
  readonly longestRemark = LONGEST_REMARK;

  readonly waysOut = computed(() =>
    WAYS_OUT.map(({ form, words, numbers }) => ({
      words,
      address: this.pieces.exportAddress(this.id(), form, numbers),
    })),
  );

  /** Where the rail is: at what is heard, else at the chosen note. */
  readonly hands = computed(() => {
    const [score, plan, chosen, ticks] = [
      this.store.score(),
      this.store.plan(),
      this.store.chosen(),
      this.heardTicks(),
    ];
    if (!score || !plan || !chosen) return [];
    return handsAt(score, plan, this.store.notes(), ticks === undefined ? chosen.note : { onsetTicks: ticks });
  });

  readonly range = computed(() => {
    const keys = (this.store.score()?.notes ?? []).map((note) => note.midi);
    return { lowest: Math.min(...keys), highest: Math.max(...keys) };
  });

  readonly fifths = computed(() => this.store.score()?.bars[this.store.chosenBar()]?.key.fifths ?? 0);

  /** For what surrounds the numbers. */
  readonly latePlan = afterPaint(this.store.plan);

  readonly marks = computed(() => {
    const [score, plan] = [this.store.score(), this.latePlan()];
    return score && plan ? scoreMarks(score, plan, this.choices.marks()) : undefined;
  });

  private readonly ribbonNow = computed(() => ({
    cells: this.store.ribbon(),
    chosenBar: this.store.chosenBar(),
    alike: this.actions.place().alike,
    apart: this.store.decisions().desk.apart,
  }));
  private readonly lateRibbon = afterPaint(this.ribbonNow);
  readonly ribbon = computed(() => this.lateRibbon() ?? this.ribbonNow());

  readonly openBars = computed(() => `open ${this.store.openPlaces().length} of ${this.store.playedBars()}`);

  readonly handAndLevel = computed(() => {
    const { hand, rules } = this.store.decisions().desk.settings;
    const preset = HAND_PRESETS.find((one) => one.span15Mm === hand.span15Mm && one.span25Mm === hand.span25Mm);
    const level = LEVELS.indexOf(levelOf(rules) ?? LEVELS[LEVELS.length - 1]!);
    return `${preset?.label ?? `hand ${Math.round(hand.span15Mm)} mm`} · step ${level + 1}`;
  });

  readonly effortBars = computed(() => {
    const plan = this.store.plan();
    return effortBars(
      this.store.ribbon(),
      ({ side, bar }) =>
        plan?.hands[side].reaches.filter((reach) => reach.bar === bar && reach.verdict !== 'easy').length ?? 0,
    );
  });

  /** Looked up while the comparison is open, and again when something is decided. */
  readonly comparison = toSignal(
    toObservable(computed(() => (this.panel() === 'compare' ? this.store.solved() : undefined))).pipe(
      switchMap((solved) =>
        solved ? this.engine.compare(solved.decisions).pipe(startWith(undefined)) : of(undefined),
      ),
    ),
  );

  readonly spoken = computed(() => {
    const [score, chosen] = [this.store.score(), this.store.chosen()];
    if (!score || !chosen) return '';
    const { note, planned, decidedBy } = chosen;
    const bar = score.bars[note.bar]?.number ?? note.bar + 1;
    const decided = decidedBy === 'teacher' ? 'set by you' : decidedBy;
    return `Bar ${bar}, beat ${beatFigure(beatOf(score, note))}, ${HAND_WORDS[note.side]}, ${pitchName(note.pitch)}, finger ${planned.finger ?? 'none'}, ${decided}`;
  });

  private readonly commands: Readonly<Record<Command, () => void>> = {
    settle: () => this.actions.settle(),
    reopen: () => this.actions.reopen(),
    'try-another': () => this.actions.tryAnother(),
    leave: () => this.leave(),
    'next-open': () => this.actions.goToOpen(true),
    'last-open': () => this.actions.goToOpen(false),
    'next-bar': () => this.actions.goBy(1),
    'last-bar': () => this.actions.goBy(-1),
    'other-hand': () => this.actions.otherHand(),
    'settle-clear': () => this.actions.settleClear(),
    'keep-printed': () => this.actions.keepPrinted(this.store.chosenPlace()),
    apart: () => this.actions.toggleApart(),
    'give-away': () => this.actions.giveAway(),
    writing: () => this.actions.nextWriting(),
    compare: () => this.togglePanel('compare'),
    effort: () => this.togglePanel('effort'),
    correct: () => this.togglePanel('correct'),
    marks: () => this.sheet.set('marks'),
    remark: () => this.remarkField()?.nativeElement.focus(),
    level: () => this.sheet.set('level'),
    versions: () => this.sheet.set('versions'),
    play: () => this.transport()?.toggle(),
    loop: () => this.transport()?.toggleLoop(),
    help: () => this.sheet.set('help'),
  };

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.store.open(id));
    });
    // Its text was written anew: what that would change is shown once the piece is open.
    const { newerText } = (history.state ?? {}) as { readonly newerText?: unknown };
    if (typeof newerText === 'string') {
      history.replaceState({ ...history.state, newerText: undefined }, '');
      const looking = effect(() => {
        if (this.store.state().kind !== 'ready') return;
        looking.destroy();
        untracked(() => {
          this.panel.set('correct');
          this.corrections.look(new File([newerText], 'The text as it is now.abc'));
        });
      });
    }
  }

  press(event: KeyboardEvent): void {
    if (isTyping(event.target) || event.altKey || this.store.state().kind !== 'ready') return;
    // What lies over the desk has its own keys; Escape is the drawer's.
    if (this.sheet()) return;
    if (event.ctrlKey || event.metaKey) return this.pressWithControl(event);
    if (event.key === 'Enter' && isControl(event.target)) return;
    const direction = ARROWS[event.key];
    const digit = Number(event.key);
    const command = commandOf(event, this.choices.letters());
    if (direction) this.actions.move(direction);
    else if (event.key === '0') this.actions.freeFinger();
    else if (isFinger(digit)) this.actions.setFinger(digit);
    else if (command) this.commands[command]();
    else return;
    event.preventDefault();
  }

  togglePanel(panel: Panel): void {
    this.panel.update((now) => (now === panel ? undefined : panel));
  }

  retry(): void {
    this.autosave.saveNow();
  }

  private leave(): void {
    if (this.others.at() >= 0) this.others.look(-1);
    else if (this.panel()) this.panel.set(undefined);
    else this.transport()?.stop();
  }

  private pressWithControl(event: KeyboardEvent): void {
    const key = event.key.toLowerCase();
    if (key === 'z' && !event.shiftKey) this.store.undo();
    else if (key === 'y' || (key === 'z' && event.shiftKey)) this.store.redo();
    else return;
    event.preventDefault();
  }
}
