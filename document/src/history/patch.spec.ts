import { archProject } from '../fixture';
import { applyPatch, type Operation } from './patch';

describe('applyPatch', () => {
  it('shares what it does not touch', () => {
    const project = archProject();
    const changed = applyPatch(project, [{ op: 'replace', path: '/name', value: 'New' }]);
    expect(changed.ok && changed.value.items).toBe(project.items);
    expect(changed.ok && changed.value.name).toBe('New');
  });

  it('appends with - and decodes ~0 and ~1 (RFC 6901)', () => {
    const changed = applyPatch(archProject(), [
      { op: 'add', path: '/layers/a~1b~0', value: { name: 'Odd', visible: true } },
      { op: 'add', path: '/layerOrder/-', value: 'a/b~' },
    ]);
    expect(changed.ok && changed.value.layerOrder).toEqual(['sheet', 'a/b~']);
    expect(changed.ok && Object.keys(changed.value.layers)).toEqual(['sheet', 'a/b~']);
  });

  it('changes neither the project nor the values of the patch, also where it changes a place twice', () => {
    const project = archProject();
    const patch: Operation[] = [
      { op: 'add', path: '/layers/ink', value: { name: 'Ink', visible: true } },
      { op: 'replace', path: '/layers/ink/name', value: 'Pencil' },
      { op: 'add', path: '/layerOrder/0', value: 'ink' },
      { op: 'remove', path: '/layerOrder/1' },
      { op: 'replace', path: '/layerOrder/0', value: 'sheet' },
    ];
    const before = JSON.stringify([project, patch]);
    const changed = applyPatch(project, patch);
    expect(changed.ok && changed.value.layers).toMatchObject({ ink: { name: 'Pencil' } });
    expect(changed.ok && changed.value.layerOrder).toEqual(['sheet']);
    expect(JSON.stringify([project, patch])).toBe(before);
  });

  it('takes a value over as it is: a member called __proto__ stays one, for the schema to name', () => {
    const value = JSON.parse('{"__proto__":{"name":"Ink","visible":true}}') as object;
    const changed = applyPatch(archProject(), [{ op: 'add', path: '/layers/ink', value }]);
    expect(changed.ok && Object.keys(changed.value.layers['ink'])).toEqual(['__proto__']);
    expect(changed.ok && changed.value.layers['ink'].name).toBeUndefined();
  });

  it.each<[string, Operation]>([
    ['no such index', { op: 'add', path: '/itemOrder/00', value: 'x' }],
    ['no such index', { op: 'replace', path: '/itemOrder/-', value: 'x' }],
    ['no such index', { op: 'replace', path: '/itemOrder/length', value: 0 }],
    ["'__proto__' cannot name anything", { op: 'add', path: '/items/__proto__', value: {} }],
    ["'constructor' cannot name anything", { op: 'add', path: '/items/constructor', value: {} }],
    ['no such place', { op: 'add', path: '/items/toString/name', value: 'x' }],
    ['no such member', { op: 'replace', path: '/colour', value: 1 }],
    ['no such member', { op: 'remove', path: '/items/lost' }],
    ['no such place', { op: 'add', path: '/items/lost/name', value: 'x' }],
    ['no such index', { op: 'add', path: '/itemOrder/7', value: 'x' }],
    ['no such index', { op: 'remove', path: '/itemOrder/1' }],
    ['no such index', { op: 'replace', path: '/itemOrder/one', value: 'x' }],
    ['cannot be the target', { op: 'replace', path: '', value: {} }],
    ['prototype', { op: 'add', path: '/items/__proto__/polluted', value: true }],
  ])('answers "%s" for %p with its number', (message, operation) => {
    const outcome = applyPatch(archProject(), [{ op: 'replace', path: '/name', value: 'New' }, operation]);
    expect(outcome.ok).toBe(false);
    expect(!outcome.ok && outcome.failure.path).toBe('/patch/1');
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
    if (message !== 'prototype') expect(!outcome.ok && outcome.failure.message).toContain(message);
  });
});
