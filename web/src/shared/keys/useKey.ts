import { useHotkeys } from 'react-hotkeys-hook';
import { inField, isKey } from './press.ts';
import { type KeyId, keyRule } from './rules.ts';
import { keysOf, useKeySettings } from './settings.ts';

interface Options {
  /** Whether it is heard just now. */
  readonly when?: boolean;
  /** Told when the key is let go instead of when it is pressed. */
  readonly letGo?: boolean;
}

/**
 * Does something when a key of the page is pressed; not where a dialog lies over the page, not in a field unless the
 * rule says so, and not at all where single keys are off.
 *
 * @param id the key's rule
 * @param does what to do
 */
export function useKey(id: KeyId, does: () => void, { when = true, letGo = false }: Options = {}) {
  useKeySettings();
  const rule = keyRule(id);
  const keys = keysOf(id);
  useHotkeys([...keys], does, {
    enabled: when && keys.length > 0,
    preventDefault: true,
    // By the character, wherever the keyboard has it; what is held is asked by the rule.
    useKey: !keys.includes('Space'),
    ignoreModifiers: true,
    splitKey: ' ',
    delimiter: '\n',
    sequenceSplitKey: '\t',
    // What is ticked is no field; which field is one is said in one place.
    enableOnFormTags: true,
    enableOnContentEditable: rule.inFields === true,
    keydown: !letGo,
    keyup: letGo,
    ignoreEventWhen: (event) =>
      event.defaultPrevented ||
      !isKey(event, id) ||
      (rule.inFields !== true && inField(event.target)) ||
      (rule.place === 'Riding' && (event.repeat || pressesButton(event))) ||
      document.querySelector('[role="dialog"]') !== null,
  });
}

/** Space on a button presses the button. */
function pressesButton({ key, target }: KeyboardEvent): boolean {
  return key === ' ' && target instanceof HTMLElement && target.closest('button, input') !== null;
}
