import type { KeyId } from './rules.ts';
import { keysOf } from './settings.ts';

/** What of a key press says which key it was. */
export interface Press {
  readonly key: string;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
  readonly getModifierState: (name: 'AltGraph') => boolean;
}

const HELD = ['ctrl', 'meta', 'alt', 'shift'] as const;

/**
 * Whether a press is one of a rule's keys. A character counts by itself, however a keyboard produces it: with Shift,
 * with AltGr, or with neither.
 */
export function isKey(press: Press, id: KeyId): boolean {
  return keysOf(id).some((key) => matches(press, key));
}

/** Whether a press is a key, as the rules write it: what is held, then the character or the name. */
function matches(press: Press, written: string): boolean {
  const parts = written.split(' ');
  const name = parts.at(-1) ?? '';
  const held = parts.slice(0, -1);
  const graph = press.getModifierState('AltGraph');
  const pressed = {
    ctrl: press.ctrlKey && !graph,
    meta: press.metaKey,
    alt: press.altKey && !graph,
    shift: press.shiftKey,
  };
  // A sign is where the keyboard has it, with Shift or without; a letter is the same with the capitals locked.
  const isSign = name.length === 1 && !/^[a-z]$/.test(name);
  return (
    (isSign ? press.key === name : press.key.toLowerCase() === keyNamed(name)) &&
    HELD.every((each) => (isSign && each === 'shift') || pressed[each] === held.includes(each))
  );
}

function keyNamed(name: string): string {
  return name === 'Space' ? ' ' : name.toLowerCase();
}

/** Fields that are ticked or pushed, and never typed into. */
const TICKED = /^(?:checkbox|radio|button|submit|file)$/;

/** Whether a key press belongs to what is being typed into. */
export function inField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(?:INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) &&
    !(target instanceof HTMLInputElement && TICKED.test(target.type))
  );
}
