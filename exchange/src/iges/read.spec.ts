import { arcLength, domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import fc from 'fast-check';
import type { Incoming } from '../incoming';
import { curveOfNurbs } from '../nurbs';
import { anySheet, bitsOf } from '../nurbs.fixture';
import { igesFile, type WrittenEntity } from './iges.fixture';
import { readIges } from './read';
import { plainText } from './text';
import { writeIges } from './write';

const TIME = '2026-12-02T06:00:00';
const bytesOf = (text: string) => Uint8Array.from(text, (character) => character.charCodeAt(0));

function readText(text: string): Incoming {
  const result = readIges(bytesOf(text));
  if (!result.ok) throw new Error(result.failure);
  return result.value;
}
const read = (...entities: readonly WrittenEntity[]) => readText(igesFile(entities));
const why = (text: string) => {
  const result = readIges(bytesOf(text));
  return result.ok ? null : result.failure;
};

const curveOf = ({ items }: Incoming, i = 0) => {
  const item = items[i];
  if (item.kind !== 'curve') throw new Error('a curve is needed');
  return curveOfNurbs(item.nurbs);
};
function expectEnds(incoming: Incoming, [from, to]: readonly Vector3[], i = 0) {
  const curve = curveOf(incoming, i);
  const [start, end] = domainOf(curve).map((u) => evaluate(curve, u));
  from.forEach((x, c) => expect(start[c]).toBeCloseTo(x, 9));
  to.forEach((x, c) => expect(end[c]).toBeCloseTo(x, 9));
}

describe('IGES files of our own', () => {
  it('come back to the last bit in mm', () => {
    fc.assert(
      fc.property(anySheet(), (sheet) => {
        const result = readIges(writeIges(sheet, { units: 'mm', time: TIME }).bytes);
        if (!result.ok) throw new Error(result.failure);
        const { items, report } = result.value;
        expect(report).toMatchObject({ changed: [], leftOut: [], problems: [], approximated: [], uncertainty: 1e-6 });
        expect(report.units).toEqual([{ name: 'mm', toMm: 1, assumed: false }]);
        expect(items).toHaveLength(sheet.items.length);
        items.forEach((item, i) => {
          const sent = sheet.items[i];
          if (item.kind !== 'curve' || sent.kind !== 'curve') throw new Error('a curve is needed');
          expect(bitsOf(item.nurbs)).toEqual(bitsOf(sent.nurbs));
          expect(item).toMatchObject({ layer: plainText(sent.layer), colour: sent.colour, isHidden: false });
          const name = plainText(sent.name).trim();
          if (name !== '') expect(item.name).toBe(name);
        });
      }),
    );
  });

  it('are cards of 80 characters, numbers unbroken', () => {
    const [sheet] = fc.sample(anySheet(), { numRuns: 1, seed: 3 });
    const cards = new TextDecoder()
      .decode(writeIges(sheet, { units: 'in', time: TIME }).bytes)
      .trimEnd()
      .split('\n');
    for (const card of cards) expect(card).toMatch(/^[\x20-\x7e]{72}[SGDPT][ \d]{7}$/);
    for (const card of cards.filter((each) => each[72] === 'P')) expect(card.slice(0, 64).trimEnd()).toMatch(/[,;]$|H/);
  });

  it.each([
    ['in', 25.4],
    ['cm', 10],
    ['m', 1000],
  ] as const)('come back to a rounding in %s', (units, toMm) => {
    fc.assert(
      fc.property(anySheet(), (sheet) => {
        const result = readIges(writeIges(sheet, { units, time: TIME }).bytes);
        if (!result.ok) throw new Error(result.failure);
        expect(result.value.report.units).toEqual([{ name: units, toMm, assumed: false }]);
        result.value.items.forEach((item, i) => {
          const sent = sheet.items[i];
          if (item.kind !== 'curve' || sent.kind !== 'curve') throw new Error('a curve is needed');
          item.nurbs.points.forEach((x, k) => {
            const was = sent.nurbs.points[k];
            expect(Math.abs(x - was)).toBeLessThanOrEqual(1e-12 * Math.abs(was) + 1e-300);
          });
        });
      }),
      { numRuns: 30 },
    );
  });
});

describe('IGES files', () => {
  const line = { type: 110, fields: '0.,0.,0.,3.,0.,4.' };

  it('bring arcs anticlockwise, and whole circles', () => {
    const quarter = read({ type: 100, fields: '2.,1.,1.,6.,1.,1.,6.' });
    expectEnds(quarter, [[6, 1, 2], [1, 6, 2]]); // prettier-ignore
    expect(arcLength(curveOf(quarter)).total).toBeCloseTo(2.5 * Math.PI, 9);
    const whole = read({ type: 100, fields: '0.,0.,0.,5.,0.,5.,0.' });
    expect(curveOf(whole).closing).toBe('clamped-closed');
    const long = read({ type: 100, fields: '0.,0.,0.,0.,5.,5.,0.' });
    expect(arcLength(curveOf(long)).total).toBeCloseTo(7.5 * Math.PI, 9);
  });

  // Check values of exchange.md, section 2, computed from the equations of IGES 5.3, 4.
  it('bring conics by their coefficients', () => {
    const ellipse = read({ type: 104, form: 1, fields: '0.0025,0.,0.015625,0.,0.,-1.,0.,20.,0.,0.,8.' });
    expectEnds(ellipse, [[20, 0, 0], [0, 8, 0]]); // prettier-ignore
    expect(arcLength(curveOf(ellipse)).total).toBeCloseTo(23.0131126, 7);
    // y² = 8 x, and the same turned by 90°: x² = -8 y.
    expectEnds(read({ type: 104, form: 3, fields: '0.,0.,1.,-8.,0.,0.,1.,0.5,-2.,2.,4.' }), [[0.5, -2, 1], [2, 4, 1]]); // prettier-ignore
    const turned = read({ type: 104, form: 3, fields: '1.,0.,0.,0.,8.,0.,1.,-4.,-2.,2.,-0.5' });
    expectEnds(turned, [[-4, -2, 1], [2, -0.5, 1]]); // prettier-ignore
    expectOnConic(turned, ([x, y]) => x * x + 8 * y);
    // x²/9 - y²/4 = 1 on its left branch; x y = 2.
    const left = read({ type: 104, form: 2, fields: `${1 / 9},0.,-0.25,0.,0.,-1.,0.,-3.,0.,-5.,${8 / 3}` });
    expectEnds(left, [[-3, 0, 0], [-5, 8 / 3, 0]]); // prettier-ignore
    const product = read({ type: 104, form: 2, fields: '0.,1.,0.,0.,0.,-2.,0.,1.,2.,4.,0.5' });
    expectEnds(product, [[1, 2, 0], [4, 0.5, 0]]); // prettier-ignore
    expectOnConic(product, ([x, y]) => x * y - 2);
  });

  function expectOnConic(incoming: Incoming, equation: (place: Vector3) => number) {
    const curve = curveOf(incoming);
    const [first, last] = domainOf(curve);
    for (let i = 0; i <= 10; i++)
      expect(equation(evaluate(curve, first + ((last - first) * i) / 10))).toBeCloseTo(0, 9);
  }

  it('bring cubic pieces exactly', () => {
    // T 0, 1, 3; x 10 s | 10 + 10 s, y 5 s + s² | 6 + 7 s - s² (check value of exchange.md).
    const pieces = '0.,10.,0.,0., 0.,5.,1.,0., 0.,0.,0.,0., 10.,10.,0.,0., 6.,7.,-1.,0., 0.,0.,0.,0.'.replace(/ /g, '');
    const incoming = read({ type: 112, fields: `3,1,2,2,0.,1.,3.,${pieces},30.,10.,0.,0.,16.,3.,-1.,0.,0.,0.,0.,0.` });
    const curve = curveOf(incoming);
    expectEnds(incoming, [[0, 0, 0], [30, 16, 0]]); // prettier-ignore
    const [x, y] = evaluate(curve, 1.5);
    expect([x, y]).toEqual([expect.closeTo(15, 9), expect.closeTo(9.25, 9)]);
  });

  it('bring points, polylines, and lines without ends as guides', () => {
    expect(read({ type: 116, fields: '1.,2.,3.' }).items[0]).toMatchObject({ kind: 'point', at: [1, 2, 3] });
    const points = read({ type: 106, form: 2, fields: '2,2,1.,2.,3.,4.,5.,6.' });
    expect(points.items).toMatchObject([{ kind: 'point', at: [1, 2, 3] }, { kind: 'point', at: [4, 5, 6] }]); // prettier-ignore
    expectEnds(read({ type: 106, form: 11, fields: '1,3,7.,0.,0.,1.,0.,1.,1.' }), [[0, 0, 7], [1, 1, 7]]); // prettier-ignore
    expect(curveOf(read({ type: 106, form: 63, fields: '1,3,0.,0.,0.,1.,0.,1.,1.' })).closing).toBe('clamped-closed');
    expect(read({ ...line, form: 2 }).items[0]).toMatchObject({
      kind: 'line',
      direction: [expect.closeTo(0.6, 12), 0, 0.8],
    });
  });

  it('move entities by their transformation, and by its own', () => {
    // Check value of exchange.md: it maps (a, b, c) to (c + 7, a, b).
    const matrix = { type: 124, fields: '0.,0.,1.,7.,1.,0.,0.,0.,0.,1.,0.,0.' };
    expect(read(matrix, { type: 116, fields: '1.,2.,3.', transform: 1 }).items[0]).toMatchObject({ at: [10, 1, 2] });
    const shift = { type: 124, fields: '1.,0.,0.,100.,0.,1.,0.,0.,0.,0.,1.,0.' };
    const both = read(shift, { ...matrix, transform: 1 }, { type: 116, fields: '1.,2.,3.', transform: 3 });
    expect(both.items[0]).toMatchObject({ at: [110, 1, 2] });
    const round = read({ ...matrix, transform: 1 }, { ...line, transform: 1 }, line);
    expect(round.report.leftOut).toMatchObject([{ why: 'the transformation D1 leads back to itself' }]);
    expect(round.items).toHaveLength(1);
  });

  it('take a stretch of a spline where only that is meant', () => {
    const spline = (range: string) => read({ type: 126, fields: `2,2,0,0,1,0,0.,0.,0.,1.,1.,1.,1.,1.,1.,0.,0.,0.,1.,2.,0.,2.,0.,0.,${range},0.,0.,1.` }); // prettier-ignore
    expectEnds(spline('0.,1.'), [[0, 0, 0], [2, 0, 0]]); // prettier-ignore
    expectEnds(spline('0.,0.5'), [[0, 0, 0], [1, 1, 0]]); // prettier-ignore
  });

  it('bring composite curves as one, and place subfigures', () => {
    const parts = [
      { ...line, status: '00010000' },
      { type: 110, fields: '3.,0.,4.,3.,5.,4.', status: '00010000' },
    ];
    const composite = read(...parts, { type: 102, fields: '2,1,3' });
    expect(composite.items).toHaveLength(1);
    expectEnds(composite, [[0, 0, 0], [3, 5, 4]]); // prettier-ignore
    const figure = [line, { type: 308, fields: '0,3Htip,1,1', status: '00000200' }, { type: 408, fields: '3,10.,20.,30.,2.' }]; // prettier-ignore
    const placed = read(...figure);
    expect(placed.items.map(({ name }) => name)).toEqual(['tip / Curve 1']);
    expectEnds(placed, [[10, 20, 30], [16, 20, 38]]); // prettier-ignore
  });

  it('bring of surfaces their edges or what they are made from, to work to', () => {
    const extruded = read(line, { type: 122, fields: '1,0.,5.,0.' });
    expect(extruded.items).toMatchObject([{ kind: 'curve', isReference: true }]);
    expect(extruded.report.leftOut).toMatchObject([{ what: 'surface', count: 1 }]);
    const flat = { type: 110, fields: '0.,0.,0.,1.,1.,0.', status: '00000500' };
    const trimmed = read(line, flat, { type: 142, fields: '0,9,3,1,2' }, { type: 144, fields: '9,1,0,5' });
    expect(trimmed.items).toHaveLength(1);
    expect(trimmed.report.leftOut.map(({ why }) => why)).toContain("it lies in a surface's parameters");
    const patch = read({ type: 128, fields: '1,1,1,1,0,0,1,0,0,0.,0.,1.,1.,0.,0.,1.,1.,1.,1.,1.,1.,0.,0.,0.,1.,0.,2.,0.,1.,1.,1.,1.,3.,0.,1.,0.,1.' }); // prettier-ignore
    expect(patch.items).toHaveLength(4);
    expectEnds(patch, [[0, 0, 0], [1, 0, 2]], 0); // prettier-ignore
    expectEnds(patch, [[1, 0, 2], [1, 1, 3]], 3); // prettier-ignore
  });

  it('say names, levels, colours, groups and what is hidden', () => {
    const { items } = read(
      { type: 406, form: 15, fields: '1,5HSpout', status: '00010000' },
      { type: 406, form: 3, fields: '2,4,4Hrims', level: 4, status: '00000200' },
      { type: 314, fields: '100.,50.,0.,6Horange', status: '00000200' },
      { type: 110, fields: '0.,0.,0.,3.,0.,4.,0,1,1', level: 4, colour: -5, status: '01000000' },
      { ...line, level: 5, colour: 2 },
      { type: 402, form: 7, fields: '2,7,9' },
    );
    expect(items).toMatchObject([
      { name: 'Spout', layer: 'rims', colour: '#ff8000', isHidden: true, group: 'Group 11' },
      { name: 'Curve 9', layer: 'Level 5', colour: '#ff0000', isHidden: false, group: 'Group 11' },
    ]);
  });

  it.each([
    ['1,2HIN', 25.4, 'in'],
    ['3,2HIN', 25.4, 'in'],
    ['6,1HM', 1000, 'm'],
    ['11,3HUIN', 2.54e-5, 'µin'],
  ])('take lengths in the unit %s', (units, toMm, name) => {
    // prettier-ignore
    const incoming = readText(igesFile([line], { units }));
    expect(incoming.report.units).toEqual([{ name, toMm, assumed: false }]);
    expectEnds(incoming, [[0, 0, 0], [3 * toMm, 0, 4 * toMm]]); // prettier-ignore
  });

  it('take lengths by the scale of the model, and as inches where no unit is named', () => {
    expectEnds(readText(igesFile([line], { model: '0.5' })), [[0, 0, 0], [6, 0, 8]]); // prettier-ignore
    // From memory: the default of the unit flag is inches.
    expect(readText(igesFile([line], { units: ',' })).report.units).toEqual([
      { name: 'in', toMm: 25.4, assumed: true },
    ]);
  });

  it('mean the same with other line breaks, or none, and with other delimiters', () => {
    const text = igesFile([line, { type: 406, form: 15, fields: '1,5HSpout' }]);
    const plain = readText(text).items;
    expect(readText(text.replace(/\n/g, '\r\n')).items).toEqual(plain);
    expect(readText(text.replace(/\n/g, '')).items).toEqual(plain);
    const other = text.replace('1H,,1H;,4H', '1H/,1H;/4H').replace('1H/,1H;/', '1H//1H;/').split('\n').map((card) => ('GP'.includes(card[72]) && !card.startsWith('1H//') ? card.slice(0, 64).replace(/,/g, '/') + card.slice(64) : card.startsWith('1H//') ? card.slice(0, 8) + card.slice(8).replace(/,/g, '/') : card)).join('\n'); // prettier-ignore
    expect(readText(other).items).toEqual(plain);
    const exponents = igesFile([{ type: 110, fields: '0,0.D0,.0,3.D0,0.,0.4D+1' }]);
    expect(readText(exponents).items).toEqual(readText(igesFile([line])).items);
  });
});

describe('damaged IGES files', () => {
  const line = { type: 110, fields: '0.,0.,0.,3.,0.,4.' };

  it('bring what is whole, and say what is not', () => {
    const text = igesFile([line, { type: 126, fields: '900000000,3,0,0,1,0,0.' }, { type: 102, fields: '1,99' }]);
    const { items, report } = readText(text);
    expect(items).toHaveLength(1);
    expect(report.leftOut.map(({ why }) => why)).toEqual([
      expect.stringMatching(/900000001 control points .* parameters, and it has 7/),
      'D99 is not in the file',
    ]);
    const cut = text.split('\n').filter((card) => card[72] !== 'T').join('\n'); // prettier-ignore
    expect(readText(cut).report.problems).toMatchObject([{ why: 'it stops before its end' }]);
  });

  it('name what leads back to itself', () => {
    const round = readText(igesFile([line, { type: 102, fields: '1,5' }, { type: 102, fields: '1,3' }, { type: 102, fields: '1,3' }])); // prettier-ignore
    expect(round.report.leftOut.map(({ why }) => why)).toEqual(['D3 leads back to itself over D5']);
  });

  it('are refused in words where nothing can be had of them', () => {
    expect(why('x')).toBe('it does not begin as an IGES file');
    const card = (letter: string) => `${' '.repeat(72)}${letter}      1\n`;
    expect(why(card('C'))).toMatch('compressed form');
    expect(why(card('B'))).toMatch('binary form');
    expect(why(igesFile([]))).toBe('there are no curves or points in it');
    expect(why(igesFile([{ type: 186, fields: '1' }]))).toBe('there are no curves or points in it');
    expect(why(igesFile([{ type: 110, fields: '0.,0.,0.,0.,0.,0.' }]))).toMatch('only a point');
  });
});
