import { BENCH_ACTIONS } from './benchActions';
import type { BenchAction } from './workbench';

type Pressed = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'>;

/** What is pressed, as the table of actions writes it. Shift counts with letters and named keys, not with signs. */
function comboOf({ key, ctrlKey, metaKey, shiftKey }: Pressed): string {
  const control = ctrlKey || metaKey;
  const letter = /^\p{L}$/u.test(key);
  const name = key === ' ' ? 'Space' : letter ? (control || shiftKey ? key.toUpperCase() : key.toLowerCase()) : key;
  const shift = shiftKey && (letter || key.length > 1);
  return `${control ? 'Ctrl+' : ''}${shift ? 'Shift+' : ''}${name}`;
}

const bound = new Map<string, BenchAction>(
  BENCH_ACTIONS.filter(({ native }) => !native).flatMap((action) => action.keys.map((keys) => [keys, action] as const)),
);

/** What a key press does; null for one that is the browser's own. */
export function actionFor(pressed: Pressed): BenchAction | null {
  return pressed.altKey ? null : (bound.get(comboOf(pressed)) ?? null);
}

/** Keys as people read them. */
export const keysShown = (keys: string): string =>
  keys
    .split(/\+(?=.)/)
    .map((key) =>
      key.length === 1
        ? key.toUpperCase()
        : key === 'Escape'
          ? 'Esc'
          : key === 'Delete'
            ? 'Del'
            : key === 'ContextMenu'
              ? 'Menu'
              : key,
    )
    .join('+');
