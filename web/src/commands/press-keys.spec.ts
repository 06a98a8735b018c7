import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { sign, type CommandGroup } from './command';
import { Letters } from './letters';
import { pressKeys } from './press-keys';

const done: string[] = [];
const does = (name: string) => (key: string) => void done.push(`${name} ${key}`);
let resting = false;

const GROUP: CommandGroup = {
  title: 'Try',
  commands: {
    settle: { words: 'Settle', keys: ['Enter'], run: does('settle') },
    play: { words: 'Play', keys: ['Space'], run: does('play') },
    next: { words: 'Next', keys: ['n'], run: does('next') },
    last: { words: 'Last', keys: ['Shift+n'], run: does('last') },
    finger: { words: 'Finger', keys: ['([1-5])'], run: does('finger') },
    undo: { words: 'Undo', keys: ['$mod+z'], can: () => false, run: does('undo') },
    save: { words: 'Save', keys: ['$mod+Enter'], inText: true, run: does('save') },
    sharp: { words: 'Sharper', keys: [sign('^')], run: does('sharp') },
  },
};

@Component({
  selector: 'ks-try',
  template: '<input /><button type="button">Press</button>',
})
class Try {
  constructor() {
    pressKeys([GROUP], { resting: () => resting });
  }
}

const setUp = () => {
  done.length = 0;
  resting = false;
  const fixture = TestBed.createComponent(Try);
  document.body.append(fixture.nativeElement);
  const press = (key: string, init: KeyboardEventInit = {}, on: string | undefined = undefined) => {
    const target = on ? (fixture.nativeElement as HTMLElement).querySelector(on)! : document.body;
    const event = new KeyboardEvent('keydown', { key, code: key, bubbles: true, cancelable: true, ...init });
    target.dispatchEvent(event);
    return event;
  };
  return { press, fixture };
};

describe('keys of a place', () => {
  it('give its commands, told apart by what is held with them', () => {
    const { press } = setUp();
    press('n');
    press('N', { shiftKey: true });
    press('4');
    press('^', { shiftKey: true });
    press('x');
    expect(done).toEqual(['next n', 'last N', 'finger 4', 'sharp ^']);
  });

  it('leave text and controls what is theirs', () => {
    const { press } = setUp();
    press('n', {}, 'input');
    press('Enter', {}, 'button');
    press(' ', { code: 'Space' }, 'button');
    press('n', { ctrlKey: true });
    expect(done).toEqual([]);
    press('Enter', { ctrlKey: true }, 'input');
    press('n', {}, 'button');
    press(' ', { code: 'Space' });
    expect(done).toEqual(['save Enter', 'next n', 'play  ']);
  });

  it('keep a key from the browser also while its command cannot be done', () => {
    const { press } = setUp();
    expect(press('z', { ctrlKey: true }).defaultPrevented).toBe(true);
    expect(done).toEqual([]);
  });

  it('are single characters only while those are wanted', () => {
    const { press } = setUp();
    TestBed.inject(Letters).set(false);
    for (const key of ['n', '3', '^', 'Enter']) press(key);
    TestBed.inject(Letters).set(true);
    expect(done).toEqual(['settle Enter']);
  });

  it('rest when the place says so, and go with it', () => {
    const { press, fixture } = setUp();
    resting = true;
    press('n');
    resting = false;
    fixture.destroy();
    press('n');
    expect(done).toEqual([]);
  });
});
