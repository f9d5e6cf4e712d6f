import { TOOLS } from '../../tools/catalogue';
import { find, type Found } from './finding';

const nameOf = (found: Found) => (found.kind === 'tool' ? found.tool.label : found.action.label);
const names = (letters: string) => find(letters).found.map(nameOf);

describe('finding in the palette', () => {
  it('shows every tool and no action before anything is typed', () => {
    expect(names('')).toEqual(TOOLS.map(({ label }) => label));
  });

  it('puts first what is called just so', () => {
    for (const { label } of TOOLS) expect(names(label)[0]).toBe(label);
  });

  it.each([
    ['cut', 'Split'],
    ['break', 'Trim'],
    ['trace', 'Scale picture'],
    ['corner', 'Fillet'],
    ['round', 'Fillet'],
    ['pattern', 'Array in rows'],
    ['repeat', 'Array around'],
    ['pen', 'Bézier'],
    ['spline', 'Through points'],
    ['NURBS', 'By control points'],
    ['knot', 'Add a knot here'],
    ['weight', 'Weight 1 again'],
    ['bezier', 'Bézier'],
    ['elevate', 'Raise the degree'],
    ['carry', 'Move'],
    ['join', 'Make one'],
    ['control points', 'By control points'],
  ])('finds by %s, among others, %s', (letters, name) => {
    expect(names(letters)).toContain(name);
    expect(find(letters).exact).toBe(true);
  });

  it('offers nothing that lasts only while its key is down', () => {
    expect(names('pan')).not.toContain('Pan while held');
  });

  it('offers the nearest where nothing is called so', () => {
    const { exact, found } = find('rotaet');
    expect(exact).toBe(false);
    expect(found.map(nameOf)).toContain('Rotate');
    expect(find('filet').found.map(nameOf)).toContain('Fillet');
    expect(find('zzzzzz').found.length).toBeGreaterThan(0);
  });
});
