import { DEEDS, GROUPS } from './benchActions';
import { deedOf, keysShown } from './shortcuts';

const plain = { ctrlKey: false, metaKey: false, shiftKey: false, altKey: false };
const words = (pressed: Partial<typeof plain> & { key: string }) => deedOf({ ...plain, ...pressed })?.words ?? null;

describe('keys', () => {
  it('bind the tools, undo and redo', () => {
    expect(words({ key: 't' })).toBe('Through points');
    expect(words({ key: 'z', ctrlKey: true })).toBe('Undo');
    expect(words({ key: 'Z', ctrlKey: true, shiftKey: true })).toBe('Redo');
    expect(words({ key: 'z', metaKey: true })).toBe('Undo');
    expect(words({ key: ' ' })).toBe('Pan while held');
    expect(words({ key: 'D', shiftKey: true })).toBe('Lower the degree');
    expect(words({ key: 'd' })).toBe('Raise the degree');
  });

  it('take signs as they come, whatever the keyboard needs for them', () => {
    expect(words({ key: '?', shiftKey: true })).toBe('All shortcuts');
    expect(words({ key: '+', shiftKey: true })).toBe('One knot more in the same place');
    expect(words({ key: '+' })).toBe('One knot more in the same place');
  });

  it('leave the browser its own', () => {
    expect(words({ key: 't', ctrlKey: true })).toBeNull();
    expect(words({ key: 'a', altKey: true })).toBeNull();
    expect(words({ key: 'Tab' })).toBeNull();
    expect(words({ key: 'F5' })).toBeNull();
  });

  it('do one thing each, and every thing has a group and words', () => {
    const all = DEEDS.flatMap(({ keys }) => keys);
    expect(new Set(all).size).toBe(all.length);
    for (const { group, words: said, keys } of DEEDS) {
      expect(GROUPS).toContain(group);
      expect(said).toMatch(/^[A-Z]/);
      expect(keys.length).toBeGreaterThan(0);
    }
  });

  it('are shown as they are printed on a keyboard', () => {
    expect(['Ctrl+Shift+Z', 'Escape', 'Delete', '+', 'Shift+D', '?'].map(keysShown)).toEqual(['Ctrl+Shift+Z', 'Esc', 'Del', '+', 'Shift+D', '?']); // prettier-ignore
  });
});
