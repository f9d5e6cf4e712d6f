import { shortcutOf } from './shortcuts';

const plain = { ctrlKey: false, metaKey: false, shiftKey: false, altKey: false };

describe('shortcutOf', () => {
  it('binds the tools, undo and redo, capitals or not', () => {
    expect(shortcutOf({ ...plain, key: 't' })).toBe('draw');
    expect(shortcutOf({ ...plain, key: 'T', shiftKey: true })).toBe('draw');
    expect(shortcutOf({ ...plain, key: 'z', ctrlKey: true })).toBe('undo');
    expect(shortcutOf({ ...plain, key: 'Z', ctrlKey: true, shiftKey: true })).toBe('redo');
    expect(shortcutOf({ ...plain, key: 'z', metaKey: true })).toBe('undo');
    expect(shortcutOf({ ...plain, key: ' ' })).toBe('pan');
  });

  it('leaves the browser its own keys', () => {
    expect(shortcutOf({ ...plain, key: 't', ctrlKey: true })).toBeNull();
    expect(shortcutOf({ ...plain, key: 'a', altKey: true })).toBeNull();
    expect(shortcutOf({ ...plain, key: 'z' })).toBeNull();
    expect(shortcutOf({ ...plain, key: 'Tab' })).toBeNull();
  });
});
