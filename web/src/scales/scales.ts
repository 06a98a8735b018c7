import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { DIRECTIONS, mostOctavesOf, SIDES, type PatternWish, type Side } from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzDrawerModule } from 'ng-zorro-antd/drawer';
import { CommandButton } from '../commands/command-button';
import { keyLabel } from '../commands/command';
import { KeysSheet } from '../commands/keys-sheet';
import { pressKeys } from '../commands/press-keys';
import { handsAt, railRange } from '../keyboards/hand-moment';
import { HandRail } from '../keyboards/hand-rail';
import { PlaceHead } from '../parts/place-head';
import { pretty } from '../parts/words';
import { ScoreView } from '../score/score-view';
import { Player } from '../sound/player.service';
import { Transport } from '../sound/transport';
import { Playback } from '../sound/playback';
import { TransportStore } from '../sound/transport.store';
import { ScalesCommands } from './scales.commands';
import { ScalesStore } from './scales.store';
import {
  aboutSource,
  DIRECTION_WORDS,
  HAND_TITLES,
  INVERSION_WORDS,
  KINDS_BY_GROUP,
  kindWords,
  sourceWords,
  TOGETHER,
  TOGETHER_WORDS,
  type Together,
} from './scale-words';
import { HandReading } from './hand-reading';
import { MemoryCircle } from './memory-circle';
import { TogetherStrip } from './together-strip';
import { TonicKeys } from './tonic-keys';

type HandsChoice = 'both' | Side;

/** The scale room: any pattern in any key, with its fingers, what the hand learns from it, and the keys that are like it. */
@Component({
  selector: 'ks-scales',
  imports: [
    CommandButton,
    FormsModule,
    HandRail,
    HandReading,
    KeysSheet,
    NzAlertModule,
    NzButtonModule,
    NzDrawerModule,
    MemoryCircle,
    PlaceHead,
    ScoreView,
    TogetherStrip,
    TonicKeys,
    Transport,
  ],
  templateUrl: './scales.html',
  styleUrl: './scales.less',
  providers: [Playback, ScalesCommands, ScalesStore, TransportStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Scales {
  readonly store = inject(ScalesStore);
  readonly commands = inject(ScalesCommands);
  private readonly player = inject(Player);

  readonly keysOpen = signal(false);
  readonly kindGroups = KINDS_BY_GROUP;
  readonly kindWords = kindWords;
  readonly directions = DIRECTIONS;
  readonly directionWords = DIRECTION_WORDS;
  readonly togetherWords = TOGETHER_WORDS;
  readonly handsChoices: readonly HandsChoice[] = ['both', 'right', 'left'];
  readonly sourceWords = sourceWords;
  readonly pretty = pretty;
  readonly playKey = keyLabel(this.commands.play);
  readonly loopKey = keyLabel(this.commands.loop);

  readonly octaveChoices = computed(() => Array.from({ length: mostOctavesOf(this.store.wish()) }, (_, at) => at + 1));
  readonly inversions = computed(() => INVERSION_WORDS.slice(0, this.store.facts().inversions + 1));
  readonly handsChosen = computed((): HandsChoice => {
    const { sides } = this.store.wish();
    return sides.length > 1 ? 'both' : sides[0]!;
  });
  readonly engravable = computed(() => this.store.stage()?.engravable);
  readonly togetherChoices = computed((): readonly Together[] => {
    const { isLine, isScale } = this.store.facts();
    if (!isLine || this.handsChosen() !== 'both') return [];
    return isScale ? TOGETHER : TOGETHER.filter((choice) => choice === 'octave' || choice === 'contrary');
  });
  readonly togetherChosen = computed((): Together => {
    const { motion, distance } = this.store.wish();
    return motion === 'contrary' ? 'contrary' : distance;
  });

  /** What each hand that plays has to show. */
  readonly hands = computed(() => {
    const [music, way] = [this.store.music(), this.store.way()];
    if (!music || !way) return [];
    return SIDES.filter((side) => music.wish.sides.includes(side)).map((side) => ({
      side,
      learned: way.learned[side],
      difference: this.store.differences().find((one) => one.side === side),
    }));
  });
  /** Whose fingers are shown, where there is a choice. */
  readonly caption = computed(() => {
    if (this.store.drillId() || this.store.differences().length === 0) return undefined;
    return this.store.fingersBy() === 'engine' ? 'The engine’s fingers' : 'The handbook’s fingers';
  });

  /** Where the fingers come from, once where it is the same for both hands. */
  readonly sources = computed(() => {
    const way = this.store.way();
    const sides = this.store.music()?.wish.sides ?? [];
    if (!way) return [];
    const all = sides.map((side) => ({
      side,
      words: `Fingers ${sourceWords(way.sources[side])}`,
      about: aboutSource(way.sources[side]),
    }));
    const isOne = new Set(all.map(({ words }) => words)).size === 1;
    return isOne
      ? all.slice(0, 1)
      : all.map((source) => ({ ...source, words: `${HAND_TITLES[source.side]}: ${source.words}` }));
  });

  /** The keys that are played alike, and those that feel alike. */
  readonly families = computed(() => {
    const families = this.store.reading()?.families;
    if (!families) return [];
    return [
      { words: 'right hand', keys: families.right },
      { words: 'left hand', keys: families.left },
      { words: 'both hands', keys: families.both },
      { words: 'same shape of black and white', keys: families.shape },
    ].filter(({ keys }) => keys.length > 1);
  });

  private readonly heardTicks = computed(() => this.player.at());
  /** The stroke that is heard, from 1. */
  readonly stroke = computed(() => {
    const [stage, ticks] = [this.store.stage(), this.heardTicks()];
    if (!stage || ticks === undefined) return undefined;
    const onsets = [...new Set(stage.score.notes.map(({ onsetTicks }) => onsetTicks))];
    return onsets.filter((onset) => onset <= ticks).length;
  });
  readonly handsNow = computed(() => {
    const stage = this.store.stage();
    return stage ? handsAt(stage.score, stage.plan, this.store.notes(), { onsetTicks: this.heardTicks() ?? 0 }) : [];
  });
  readonly range = computed(() => {
    const stage = this.store.stage();
    return stage ? railRange(stage.score, stage.plan) : { lowest: 48, highest: 72 };
  });
  readonly fifths = computed(() => this.store.stage()?.score.bars[0]?.key.fifths ?? 0);

  constructor() {
    pressKeys(this.commands.groups, { resting: () => this.keysOpen() });
    inject(TransportStore).offer(() => {
      const stage = this.store.stage();
      if (!stage) return undefined;
      const { score, plan, soft = null } = stage;
      const loopTo = score.bars.at(-1)?.number;
      // A pattern is repeated as a whole.
      return { score, plan, bar: 0, fromTicks: 0, soft, ...(loopTo === undefined ? {} : { loopTo }) };
    });
  }

  chooseHands(choice: HandsChoice): void {
    this.store.ask({ sides: choice === 'both' ? SIDES : [choice] });
  }

  chooseTogether(choice: Together): void {
    if (choice === 'contrary') this.store.ask({ motion: 'contrary', distance: 'octave' });
    else this.store.ask({ motion: 'similar', distance: choice });
  }

  ask(change: Partial<PatternWish>): void {
    this.store.ask(change);
  }
}
