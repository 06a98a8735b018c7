import { DestroyRef, DOCUMENT, inject } from '@angular/core';
import { createKeybindingsHandler } from 'tinykeys';
import { canRun, type Command, type CommandGroup } from './command';
import { Letters } from './letters';

/** Places where keys write or choose something of their own. */
const isText = (target: EventTarget | null): boolean =>
  (target instanceof HTMLElement && target.isContentEditable) ||
  target instanceof HTMLTextAreaElement ||
  target instanceof HTMLSelectElement ||
  (target instanceof HTMLInputElement && !['checkbox', 'radio', 'range', 'button'].includes(target.type));

/** Enter and the space bar on a control are for the control. */
const isControl = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('button, a, [role="option"], [role="switch"], input') !== null;

const hasModifier = (event: KeyboardEvent): boolean =>
  (event.ctrlKey || event.metaKey || event.altKey) && !event.getModifierState('AltGraph');

/** A letter, a digit or a sign, with nothing held but Shift: what WCAG 2.1.4 is about. */
const isCharacter = (event: KeyboardEvent): boolean => event.key.length === 1 && !hasModifier(event);

/** Whether a press is meant for a command of the place, and not for what has the focus. */
const isMeantFor = (command: Command, event: KeyboardEvent, letters: boolean): boolean => {
  if (event.isComposing) return false;
  if (isText(event.target) && !command.inText) return false;
  if ((event.key === 'Enter' || event.key === ' ') && !hasModifier(event) && isControl(event.target)) return false;
  // A sign is matched with any modifier that brings it forth; with others it is another press.
  if (event.key.length === 1 && hasModifier(event) && command.keys.every((key) => !/^(\$mod|Control|Alt)/.test(key)))
    return false;
  return letters || !isCharacter(event);
};

interface Options {
  /** Whether the keys rest now, for instance under a sheet that has its own. */
  readonly resting?: () => boolean;
  /** Where they hold; in the whole page where it is left out. */
  readonly within?: () => HTMLElement | undefined;
  /** Single letters always count here: they hold only while this part of the page has the focus. */
  readonly alwaysLetters?: boolean;
}

/** Lets a place’s commands be given by key for as long as it is there. For use where it is made (injection context). */
export const pressKeys = (groups: readonly CommandGroup[], { resting, within, alwaysLetters }: Options = {}): void => {
  const letters = inject(Letters);
  const page = inject(DOCUMENT);
  const commands = groups.flatMap((group) => Object.values(group.commands));
  const bindings = commands.flatMap((command) =>
    command.keys.map((keys): [string, (event: KeyboardEvent) => void] => [
      keys,
      (event) => {
        if (!isMeantFor(command, event, alwaysLetters === true || letters.on())) return;
        // The key is the command's, also while it cannot be done.
        event.preventDefault();
        if (canRun(command)) command.run(event.key);
      },
    ]),
  );
  const press = createKeybindingsHandler(Object.fromEntries(bindings), {
    ignore: (event) => {
      const part = within?.();
      return (
        resting?.() === true ||
        (within !== undefined && !(event.target instanceof Node && part?.contains(event.target)))
      );
    },
  });
  page.addEventListener('keydown', press);
  inject(DestroyRef).onDestroy(() => page.removeEventListener('keydown', press));
};
