import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { DIRECTIONS, distinctTonics, keyOfTonic } from '@kettle-step/core';
import type { Command, CommandGroup } from '../commands/command';
import { TransportStore } from '../sound/transport.store';
import { FINGERS_BY, ScalesStore } from './scales.store';

/** Everything that has a key in the scale room. Buttons, keys and the keys sheet are drawn from here. */
@Injectable()
export class ScalesCommands {
  private readonly store = inject(ScalesStore);
  private readonly transport = inject(TransportStore);
  private readonly router = inject(Router);

  readonly play = { words: 'Play', does: 'Play, stop', keys: ['p'], run: () => this.transport.toggle() } as const;
  readonly loop = {
    words: 'Loop',
    does: 'Play over and over',
    keys: ['b'],
    run: () => this.transport.toggleLoop(),
  } as const;
  readonly higher = {
    words: 'Half step up',
    does: 'The same pattern a half step higher',
    keys: ['u'],
    run: () => this.moveTonic(1),
  } as const;
  readonly lower = {
    words: 'Half step down',
    does: 'The same pattern a half step lower',
    keys: ['j'],
    run: () => this.moveTonic(-1),
  } as const;
  readonly octaves = {
    words: 'Octaves',
    does: 'Octaves: 1 to 4',
    keys: ['1', '2', '3', '4'],
    label: '1 2 3 4',
    run: (key: string) => this.store.ask({ octaves: Number(key) }),
  } as const;
  readonly hands = {
    words: 'Hands',
    does: 'Both hands, right, left in turn',
    keys: ['h'],
    run: () => this.nextHands(),
  } as const;
  readonly direction = {
    words: 'Direction',
    does: 'Up, down, up and down in turn',
    keys: ['d'],
    run: () => {
      const now = DIRECTIONS.indexOf(this.store.wish().direction);
      this.store.ask({ direction: DIRECTIONS[(now + 1) % DIRECTIONS.length]! });
    },
  } as const;
  readonly fingersBy = {
    words: 'Compare fingers',
    does: 'The handbook’s fingers, the engine’s, one above the other, in turn',
    keys: ['e'],
    can: () => this.store.differences().length > 0,
    isOn: () => this.store.fingersBy() !== 'usual',
    run: () => this.store.fingersBy.update((by) => FINGERS_BY[(FINGERS_BY.indexOf(by) + 1) % FINGERS_BY.length]!),
  } as const;
  readonly shelf = {
    words: 'Put it on the shelf',
    does: 'Put the pattern on the shelf as a piece, and open it',
    keys: ['$mod+Enter'],
    inText: true,
    can: () => this.store.music() !== undefined,
    run: () => this.onShelf(),
  } as const;
  readonly print = {
    words: 'On paper',
    does: 'Lay it on paper: this pattern, its drills, or a booklet of keys',
    keys: ['o'],
    can: () => this.store.music() !== undefined,
    run: () => void this.router.navigate(['/scales/paper']),
  } as const;

  readonly groups: readonly CommandGroup[] = [
    {
      title: 'The pattern',
      commands: {
        higher: this.higher,
        lower: this.lower,
        octaves: this.octaves,
        hands: this.hands,
        direction: this.direction,
        fingersBy: this.fingersBy,
      } satisfies Record<string, Command>,
    },
    {
      title: 'Listen and keep',
      commands: { play: this.play, loop: this.loop, shelf: this.shelf, print: this.print } satisfies Record<
        string,
        Command
      >,
    },
  ];

  /** To the neighbouring key of the piano, by its usual name. */
  private moveTonic(by: 1 | -1): void {
    const wanted = (keyOfTonic(this.store.wish().tonic) + by + 12) % 12;
    const tonic = distinctTonics(this.store.wish()).find((name) => keyOfTonic(name) === wanted);
    if (tonic !== undefined) this.store.ask({ tonic });
  }

  private nextHands(): void {
    const { sides } = this.store.wish();
    if (sides.length > 1) this.store.ask({ sides: ['right'] });
    else this.store.ask({ sides: sides[0] === 'right' ? ['left'] : ['right', 'left'] });
  }

  private onShelf(): void {
    this.store.putOnShelf().subscribe((created) => {
      if (created) void this.router.navigate(['/pieces', created.id]);
    });
  }
}
