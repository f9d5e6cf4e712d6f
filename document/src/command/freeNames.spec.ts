import { FreeNames } from './freeNames';

const project = (...names: readonly string[]) =>
  ({ items: Object.fromEntries(names.map((name, i) => [`i${i}`, { name }])) }) as never;

describe('names for new items', () => {
  it('have the first free number', () => {
    const names = new FreeNames(project('Curve 1', 'Curve 3'));
    expect([names.next('Curve'), names.next('Curve'), names.next('Line')]).toEqual(['Curve 2', 'Curve 4', 'Line 1']);
  });

  it('are as they are given while they are free, once', () => {
    const names = new FreeNames(project('Rim'));
    const given = ['Neck', 'Neck', 'Rim', 'Neck'].map((name) => names.itselfOr(name));
    expect(given).toEqual(['Neck', 'Neck 1', 'Rim 1', 'Neck 2']);
  });
});
