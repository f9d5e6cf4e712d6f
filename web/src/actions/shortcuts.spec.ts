import { BENCH_ACTIONS } from './benchActions';
import { ACTION_GROUPS } from './workbench';
import { actionFor, keysShown } from './shortcuts';

const plain = { ctrlKey: false, metaKey: false, shiftKey: false, altKey: false };
const label = (pressed: Partial<typeof plain> & { key: string }) => actionFor({ ...plain, ...pressed })?.label ?? null;

describe('keys', () => {
  it('bind the tools, undo and redo', () => {
    expect(label({ key: 't' })).toBe('Through points');
    expect(label({ key: 'z', ctrlKey: true })).toBe('Undo');
    expect(label({ key: 'Z', ctrlKey: true, shiftKey: true })).toBe('Redo');
    expect(label({ key: 'z', metaKey: true })).toBe('Undo');
    expect(label({ key: ' ' })).toBe('Pan while held');
    expect(label({ key: 'D', shiftKey: true })).toBe('Lower the degree');
    expect(label({ key: 'd' })).toBe('Raise the degree');
  });

  it('take signs as they come, whatever the keyboard needs for them', () => {
    expect(label({ key: '?', shiftKey: true })).toBe('All shortcuts');
    expect(label({ key: '+', shiftKey: true })).toBe('One knot more in the same place');
    expect(label({ key: '+' })).toBe('One knot more in the same place');
  });

  it('leave the browser its own', () => {
    expect(label({ key: 't', ctrlKey: true })).toBeNull();
    expect(label({ key: 'a', altKey: true })).toBeNull();
    expect(label({ key: 'Tab' })).toBeNull();
    expect(label({ key: 'F5' })).toBeNull();
  });

  it('do one thing each, and every thing has a group and label', () => {
    const all = BENCH_ACTIONS.flatMap(({ keys }) => keys);
    expect(new Set(all).size).toBe(all.length);
    for (const { group, label: said, keys } of BENCH_ACTIONS) {
      expect(Object.keys(ACTION_GROUPS)).toContain(group);
      expect(said).toMatch(/^[A-Z]/);
      expect(keys.length).toBeGreaterThan(0);
    }
  });

  it('are shown as they are printed on a keyboard', () => {
    expect(['Ctrl+Shift+Z', 'Escape', 'Delete', '+', 'Shift+D', '?'].map(keysShown)).toEqual(['Ctrl+Shift+Z', 'Esc', 'Del', '+', 'Shift+D', '?']); // prettier-ignore
  });
});
