import type { KeyInput } from '../tools/tool';

export type Shortcut =
  KeyInput['key'] | 'undo' | 'redo' | 'all' | 'comb' | 'pan' | 'bend' | 'draw' | 'insert' | 'history';

/** The one table that binds keys. */
const PLAIN: Readonly<Record<string, Shortcut>> = {
  Enter: 'Enter',
  Escape: 'Escape',
  Backspace: 'Backspace',
  Delete: 'Delete',
  ' ': 'pan',
  a: 'all',
  b: 'bend',
  c: 'comb',
  h: 'history',
  i: 'insert',
  t: 'draw',
};

type Pressed = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>;

export function shortcutOf({ key, ctrlKey, metaKey, shiftKey, altKey }: Pressed): Shortcut | null {
  if (altKey) return null;
  if (ctrlKey || metaKey) {
    if (key.toLowerCase() !== 'z') return null;
    return shiftKey ? 'redo' : 'undo';
  }
  return PLAIN[key.length === 1 ? key.toLowerCase() : key] ?? null;
}
