import { inject, Injectable } from '@angular/core';
import type { Command, CommandGroup } from '../commands/command';
import { CountAloud } from './count-aloud';
import { GROWTHS, PlayerStore } from './player.store';

/** Everything that can be done in the player. Buttons and keys are drawn from here. */
@Injectable()
export class PlayerCommands {
  private readonly store = inject(PlayerStore);
  private readonly aloud = inject(CountAloud);

  readonly play = {
    words: () => (this.store.state().kind === 'paused' ? 'Go on' : this.store.isPlaying() ? 'Stop' : 'Play'),
    does: 'Play round and round, stop',
    keys: ['Space', 'p'],
    run: () => this.store.toggle(),
  } as const;
  readonly before = {
    words: 'Step before',
    keys: ['ArrowLeft'],
    can: () => this.store.at() > 0,
    run: () => this.store.go(-1),
  } as const;
  readonly next = {
    words: 'Next step',
    keys: ['ArrowRight'],
    can: () => this.store.at() < this.store.steps().length - 1,
    run: () => this.store.go(1),
  } as const;
  readonly slower = { words: 'Slower', keys: ['ArrowDown'], run: () => this.store.faster(-1) } as const;
  readonly faster = { words: 'Faster', keys: ['ArrowUp'], run: () => this.store.faster(1) } as const;
  readonly climb = {
    words: () => `Next tempo: ${this.store.nextRung() ?? 'top'}`,
    does: 'One step up the ladder',
    keys: ['u'],
    can: () => this.store.nextRung() !== undefined,
    run: () => this.store.climb(),
  } as const;
  readonly right = {
    words: () => `Right hand ${this.store.voices().right}`,
    does: 'Right hand on, soft, off',
    keys: ['r'],
    run: () => this.store.nextVoice('right'),
  } as const;
  readonly left = {
    words: () => `Left hand ${this.store.voices().left}`,
    does: 'Left hand on, soft, off',
    keys: ['l'],
    run: () => this.store.nextVoice('left'),
  } as const;
  readonly growth = {
    words: () => GROWTH_WORDS[this.store.growth()],
    does: 'All of it, one beat more each time from the beginning, or from the end',
    keys: ['b'],
    run: () => {
      const now = GROWTHS.indexOf(this.store.growth());
      this.store.setGrowth(GROWTHS[(now + 1) % GROWTHS.length]!);
    },
  } as const;
  readonly stops = {
    words: 'Stop at moves',
    keys: ['m'],
    isOn: () => this.store.stopAtMoves(),
    run: () => this.store.stopAtMoves.update((on) => !on),
  } as const;
  readonly countIn = {
    words: 'Count in',
    keys: ['i'],
    isOn: () => this.store.countIn(),
    run: () => this.store.countIn.update((on) => !on),
  } as const;
  readonly clicks = {
    words: 'Metronome',
    keys: ['c'],
    isOn: () => this.store.clicks(),
    run: () => this.store.clicks.update((on) => !on),
  } as const;
  readonly say = {
    words: () => SAY_WORDS[this.aloud.saying()],
    does: 'Count aloud: not at all, the beats, their halves too',
    keys: ['s'],
    can: () => this.aloud.canSpeak,
    run: () => this.aloud.next(),
  } as const;

  readonly groups: readonly CommandGroup[] = [
    {
      title: 'Player',
      commands: {
        play: this.play,
        before: this.before,
        next: this.next,
        slower: this.slower,
        faster: this.faster,
        climb: this.climb,
        right: this.right,
        left: this.left,
        growth: this.growth,
        stops: this.stops,
        countIn: this.countIn,
        clicks: this.clicks,
        say: this.say,
      } satisfies Record<string, Command>,
    },
  ];
}

const GROWTH_WORDS = {
  all: 'All of it',
  forward: 'One beat more each time',
  backward: 'One beat more, from the end',
} as const;

const SAY_WORDS = { nothing: 'Count silently', beats: 'Say the beats', halves: 'Say 1 and 2 and' } as const;
