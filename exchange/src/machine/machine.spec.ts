import { arcLength, circle, closestPoint, type Curve, ellipse, FRONT, lineBetween, makeCurve, rectangle, type Vector3 } from '@pencil-bend/core'; // prettier-ignore
import fc from 'fast-check';
import { curveOfNurbs, nurbsOf } from '../nurbs';
import type { Outgoing } from '../outgoing';
import { readMachine } from './bring';
import { placesOf } from './places';
import { isMachinePath, type MachinePath, readMachinePath } from './read';
import { writeMachinePath, type WriteMachineOptions } from './write';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const read = (text: string) => readMachinePath(bytesOf(text));
const item = (curve: Curve): Outgoing => ({ kind: 'curve', name: 'Wall', layer: 'Sheet', colour: '#000000', curve, nurbs: nurbsOf(curve) }); // prettier-ignore
const OPTIONS: WriteMachineOptions = { tolerance: 0.01, units: 'mm' };
const written = (curves: readonly Curve[], options: Partial<WriteMachineOptions> = {}) => {
  const { bytes, report } = writeMachinePath({ name: 'Kettle', items: curves.map(item) }, { ...OPTIONS, ...options });
  return { text: new TextDecoder().decode(bytes), bytes, report };
};
const cuts = ({ moves }: MachinePath) => moves.filter(({ kind, from, to }) => kind !== 'rapid' && (from[0] !== to[0] || from[1] !== to[1])); // prettier-ignore

describe('machine paths', () => {
  it('are written in plain words, each curve from above', () => {
    expect(written([rectangle(FRONT, [1, 2, 0], 10, 5)]).text).toBe(
      '%\n(Kettle)\nG21 G17 G90 G94\nG0 Z5.\n(Wall)\nG0 X1. Y2.\nG1 Z-1. F300\nX11.\nY7.\nX1.\nY2.\nG0 Z5.\nM30\n%\n',
    );
  });

  // Check value of exchange.md, section 6.
  it('stand for an ellipse 40 by 15 with 42 arcs at 0.01', () => {
    const { text, report } = written([ellipse(FRONT, [0, 0, 0], 40, 15)]);
    const moves = cuts(read(text));
    expect(moves.filter(({ kind }) => kind === 'arc')).toHaveLength(42);
    expect(report.approximated[0].price?.max).toBeLessThanOrEqual(0.01);
    expect(report.approximated[0].price?.max).toBeGreaterThan(0.006);
  });

  it('close in the very numbers they began with, and split whole circles', () => {
    const moves = cuts(read(written([circle(FRONT, [3.14159, 2.71828, 0], 25)]).text));
    expect(moves[moves.length - 1].to).toEqual(moves[0].from);
    expect(moves.length).toBeGreaterThan(2);
    for (const move of moves) expect(move.kind === 'arc' && Math.abs(move.turn)).toBeLessThan(Math.PI);
  });

  it('lie within the tolerance of what was drawn, in mm and inches, flat or in space', () => {
    const wave = makeCurve(3, [0, 0, 0, 0, 1, 2, 2, 2, 2], [0, 0, 0, 1, 20, 40, 0, 1, 40, -30, 0, 1, 60, 20, 0, 1, 80, 0, 0, 1]); // prettier-ignore
    const bent = makeCurve(2, [0, 0, 0, 1, 1, 1], [0, 0, 0, 1, 20, 40, 30, 1, 50, 0, 10, 1]);
    for (const curve of [wave, bent]) {
      for (const units of ['mm', 'in'] as const) {
        const { text, report } = written([curve], { units, tolerance: 0.02 });
        for (const line of text.split('\n')) expect(line.length).toBeLessThanOrEqual(80);
        const places = cuts(read(text)).flatMap((move) => placesOf(move));
        const lift = curve.points[2] - places[0][2];
        const worst = Math.max(...places.map(([x, y, z]) => closestPoint(curve, [x, y, z + lift]).distance));
        expect(worst).toBeLessThanOrEqual(0.02);
        expect(report.approximated[0].price?.max).toBeLessThanOrEqual(0.02);
      }
    }
  });

  it('have radii that agree at both ends, to a step and a half', () => {
    let arcs = 0;
    const number = fc.double({ min: -500, max: 500, noNaN: true });
    fc.assert(
      fc.property(number, number, fc.double({ min: 0.3, max: 3000, noNaN: true }), (x, y, radius) => {
        const { text } = written([circle(FRONT, [x, y, 0], radius)]);
        for (const move of cuts(read(text))) {
          if (move.kind !== 'arc') continue;
          arcs++;
          const radii = [move.from, move.to].map((at) => Math.hypot(at[0] - move.centre[0], at[1] - move.centre[1]));
          expect(Math.abs(radii[0] - radii[1])).toBeLessThanOrEqual(0.00137);
        }
      }),
      { numRuns: 200 },
    );
    expect(arcs).toBeGreaterThan(500);
  });

  it('need a tolerance that the last digit leaves room in', () => {
    expect(() => written([circle(FRONT, [0, 0, 0], 5)], { tolerance: 0.001 })).toThrow(RangeError);
  });
});

describe('reading machine paths', () => {
  it('understands modal words, units, steps and both kinds of arcs', () => {
    const { moves, problems, units } = read(
      'N10 G21 G90\nG0 X10 Y0\ng1 y10\nX0;\nG91 X5 (aside) Y-1\nG90 G2 X10 Y4 I2.5 J-2.5 F20\nG3 X0 Y0 R10\nM30\nG99',
    );
    expect(problems).toEqual([]);
    expect(units).toBe('mm');
    expect(moves.map(({ kind, to }) => [kind, ...to])).toEqual([
      ['rapid', 10, 0, 0], ['line', 10, 10, 0], ['line', 0, 10, 0], ['line', 5, 9, 0], ['arc', 10, 4, 0], ['arc', 0, 0, 0],
    ]); // prettier-ignore
    const inches = read('G20 G1 X1 Y1');
    expect(inches.moves[0].to).toEqual([25.4, 25.4, 0]);
  });

  it('has arcs in all three planes, whole circles, and the long way round', () => {
    const turnOf = (text: string) => {
      const [move] = read(text).moves.filter(({ kind }) => kind === 'arc');
      return move.kind === 'arc' ? move.turn : NaN;
    };
    expect(turnOf('G17 G3 X0 Y0 I5 J0')).toBeCloseTo(2 * Math.PI, 12);
    expect(turnOf('G17 G2 X0 Y0 I5 J0')).toBeCloseTo(-2 * Math.PI, 12);
    expect(turnOf('G17 G3 X5 Y5 R5')).toBeCloseTo(Math.PI / 2, 12);
    expect(turnOf('G17 G3 X5 Y5 R-5')).toBeCloseTo(1.5 * Math.PI, 12);
    // In XZ and YZ too the first axis turns to the next: z to x, y to z.
    const [xz] = read('G18 G3 X5 Z5 I5 K0').moves;
    expect(xz).toMatchObject({ axes: [2, 0], centre: [5, 0, 0] });
    expect(turnOf('G19 G3 Y5 Z5 J5 K0')).toBeCloseTo(1.5 * Math.PI, 12);
    expect(turnOf('G90.1 G3 X10 Y0 I5 J0')).toBeCloseTo(Math.PI, 12);
  });

  it('stops where a line is not understood, and says which', () => {
    const { moves, problems } = read('G1 X1\nG41 D1\nX5');
    expect(moves).toHaveLength(1);
    expect(problems).toEqual([{ line: 2, what: 'G41 is not understood', isEnd: true }]);
    expect(read('#1=5\nG1 X1').problems[0]).toMatchObject({ line: 1, isEnd: true });
  });

  it('refuses arcs whose ends lie on no one circle, with both radii', () => {
    const { moves, problems } = read('G1 X10 Y0\nG3 X0 Y11 I-10 J0\nG1 X0 Y0');
    expect(problems).toEqual([{ line: 2, what: 'its ends lie on no one circle: the radius is 10 mm at the start and 11 mm at the end', isEnd: false }]); // prettier-ignore
    expect(moves.map(({ kind }) => kind)).toEqual(['line', 'line']);
    expect(read('G3 X0 Y10.005 I0 J5').problems).toEqual([]);
    expect(read('G3 X30 Y0 R5').problems[0].what).toMatch(/radius of 5 mm does not reach: 15 mm are needed/);
  });

  it('knows one when it sees one', () => {
    expect(isMachinePath(written([lineBetween([0, 0, 0], [5, 5, 0])]).text)).toBe(true);
    expect(isMachinePath('N10 G0 X1')).toBe(true);
    expect(isMachinePath('x,y\n1,2\n')).toBe(false);
    expect(isMachinePath('G is a letter')).toBe(false);
  });
});

describe('bringing machine paths in', () => {
  const bring = (text: string) => {
    const result = readMachine(bytesOf(text));
    if (!result.ok) throw new Error(result.failure);
    return result.value;
  };
  const curveAt = (incoming: ReturnType<typeof bring>, i = 0) => {
    const found = incoming.items[i];
    if (found.kind !== 'curve') throw new Error('a curve is needed');
    return curveOfNurbs(found.nurbs);
  };

  it('makes a curve of each cut, without its plunges', () => {
    const { text } = written([circle(FRONT, [0, 0, 0], 25), rectangle(FRONT, [1, 2, 0], 10, 5)]);
    const incoming = bring(text);
    expect(incoming.items).toHaveLength(2);
    expect(incoming.report.units).toEqual([{ name: 'mm', toMm: 1, assumed: false }]);
    expect(incoming.report.leftOut).toMatchObject([{ what: 'plunge', count: 2 }]);
    expect(curveAt(incoming).closing).toBe('clamped-closed');
    expect(arcLength(curveAt(incoming)).total).toBeCloseTo(50 * Math.PI, 2);
    expect(arcLength(curveAt(incoming, 1)).total).toBeCloseTo(30, 9);
    const places: Vector3[] = [[25, 0, -1], [0, 25, -1]]; // prettier-ignore
    for (const at of places) expect(closestPoint(curveAt(incoming), at).distance).toBeLessThan(0.01);
  });

  it('draws helices at their price', () => {
    const incoming = bring('G21\nG0 X10 Y0\nG3 X-10 Y0 Z5 I-10 J0');
    expect(incoming.report.approximated[0].price?.max).toBeLessThanOrEqual(0.001);
    const helix = curveAt(incoming);
    expect(closestPoint(helix, [0, 10, 2.5]).distance).toBeLessThan(0.001);
    expect(arcLength(helix).total).toBeCloseTo(Math.hypot(10 * Math.PI, 5), 3);
  });

  it('is in mm where no unit is said, and says so', () => {
    expect(bring('G1 X5').report.units).toEqual([{ name: 'mm', toMm: 1, assumed: true }]);
    const result = readMachine(bytesOf('G1 X5'), { assumed: { name: 'in', toMm: 25.4, assumed: true } });
    if (!result.ok) throw new Error(result.failure);
    expect(arcLength(curveAt(result.value)).total).toBeCloseTo(127, 9);
  });

  it('says why there is nothing', () => {
    const result = readMachine(bytesOf('G99'));
    expect(result.ok ? null : result.failure).toMatch('G99 is not understood: the path is read up to there (line 1)');
    const none = readMachine(bytesOf('G0 X5'));
    expect(none.ok ? null : none.failure).toBe('it cuts nothing');
  });
});
