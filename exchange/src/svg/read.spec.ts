import { arcLength, circle, domainOf, ellipse, evaluate, FRONT, makeCurve } from '@pencil-bend/core';
import fc from 'fast-check';
import type { Incoming } from '../incoming';
import { curveOfNurbs, nurbsOf } from '../nurbs';
import { anySheet, polynomialNurbs } from '../nurbs.fixture';
import { byLayer, type Outgoing } from '../outgoing';
import { PIXEL, readSvg } from './read';
import { writeSvg } from './write';

const bytesOf = (text: string) => new TextEncoder().encode(text);
function read(text: string, options = {}): Incoming {
  const result = readSvg(bytesOf(text), options);
  if (!result.ok) throw new Error(result.failure);
  return result.value;
}
const why = (text: string) => {
  const result = readSvg(bytesOf(text));
  return result.ok ? null : result.failure;
};
/** In a document whose user units are mm. */
const inMm = (content: string, attributes = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${content}</svg>`;
const path = (d: string) => inMm(`<path d="${d}"/>`);

const curveOf = ({ items }: Incoming, i = 0) => {
  const item = items[i];
  if (item.kind !== 'curve') throw new Error('a curve is needed');
  return curveOfNurbs(item.nurbs);
};
const endsOf = (incoming: Incoming, i = 0) => {
  const curve = curveOf(incoming, i);
  return domainOf(curve).map((u) => evaluate(curve, u).slice(0, 2).map((x) => Math.round(x * 1e6) / 1e6 + 0)); // prettier-ignore
};

describe('SVG documents of our own', () => {
  it('come back: polynomial curves of degree 1 to 3, with names, layers and colours', () => {
    fc.assert(
      fc.property(anySheet(polynomialNurbs), (sheet) => {
        const { bytes, report } = writeSvg(sheet, { tolerance: 0.01 });
        expect(report.approximated).toEqual([]);
        const result = readSvg(bytes);
        if (!result.ok) throw new Error(result.failure);
        expect(result.value.report).toMatchObject({ leftOut: [], problems: [], approximated: [] });
        expect(result.value.report.units).toEqual([{ name: 'mm', toMm: 1, assumed: false }]);
        expect(result.value.items).toHaveLength(sheet.items.length);
        // Layer by layer.
        const inOrder = [...byLayer(sheet.items).values()].flat();
        result.value.items.forEach((item, i) => {
          const sent = inOrder[i];
          if (item.kind !== 'curve' || sent.kind !== 'curve') throw new Error('a curve is needed');
          expect(item.nurbs.degree).toBe(sent.nurbs.degree);
          expect(item.nurbs.closing).toBe(sent.nurbs.closing);
          expect(item.colour).toBe(sent.colour);
          const [there, back] = [sent.curve, curveOfNurbs(item.nurbs)];
          // One piece comes back to the last bit.
          if (there.points.length === 4 * (there.degree + 1))
            expect([...item.nurbs.points]).toEqual([...sent.nurbs.points]);
          const total = arcLength(there).total;
          expect(Math.abs(arcLength(back).total - total)).toBeLessThan(1e-6 * total);
        });
      }),
      { numRuns: 60 },
    );
  });

  it('have fewest knots again: a spline is one', () => {
    const curve = makeCurve(3, [0, 0, 0, 0, 1, 3, 4, 4, 4, 4], [0, 0, 0, 1, 10, 20, 0, 1, 30, 20, 0, 1, 40, -10, 0, 1, 60, 0, 0, 1, 70, 10, 0, 1]); // prettier-ignore
    const item: Outgoing = { kind: 'curve', name: 'a', layer: 'b', colour: '#000000', curve, nurbs: nurbsOf(curve) };
    const result = readSvg(writeSvg({ name: 's', items: [item] }, { tolerance: 0.01 }).bytes);
    if (!result.ok) throw new Error(result.failure);
    const back = curveOf(result.value);
    const scale = (back.knots[back.knots.length - 1] - back.knots[0]) / 4;
    Array.from(back.knots).forEach((knot, i) => expect((knot - back.knots[0]) / scale).toBeCloseTo(curve.knots[i], 9));
    back.points.forEach((x, i) => expect(x).toBeCloseTo(curve.points[i], 8));
  });

  it('have exact circles, and ellipses within a tenth of the tolerance, at their price', () => {
    const look = { name: 'a', layer: 'b', colour: '#000000' };
    const items = [circle(FRONT, [3, 4, 0], 25), ellipse(FRONT, [0, 0, 0], 40, 15)].map((curve): Outgoing => ({ kind: 'curve', ...look, curve, nurbs: nurbsOf(curve) })); // prettier-ignore
    const { bytes, report } = writeSvg({ name: 's', items }, { tolerance: 0.1 });
    expect(report.exact).toMatchObject([{ count: 1 }]);
    expect(report.approximated).toMatchObject([{ count: 1 }]);
    expect(report.approximated[0].price?.max).toBeLessThan(0.01);
    expect(new TextDecoder().decode(bytes)).toMatch(/A25 25 0 0 0/);
    const result = readSvg(bytes);
    if (!result.ok) throw new Error(result.failure);
    const back = curveOf(result.value);
    for (let i = 0; i <= 40; i++) {
      const [x, y] = evaluate(back, domainOf(back)[0] + ((domainOf(back)[1] - domainOf(back)[0]) * i) / 40);
      expect(Math.hypot(x - 3, y - 4)).toBeCloseTo(25, 9);
    }
  });

  it('say what is drawn as it is seen', () => {
    const curve = makeCurve(1, [0, 0, 1, 1], [0, 0, 0, 1, 10, 0, 7, 1]);
    const item: Outgoing = { kind: 'curve', name: 'a', layer: 'b', colour: '#000000', curve, nurbs: nurbsOf(curve) };
    const { report } = writeSvg({ name: 's', items: [item] }, { tolerance: 0.01 });
    expect(report.approximated).toMatchObject([{ why: 'it is not flat: it is drawn as it is seen' }]);
    expect(report.exact).toEqual([]);
  });
});

describe('SVG documents', () => {
  // Check values of exchange.md, section 3.
  it('are read by the whole grammar of paths', () => {
    const incoming = read(path('M10,10a5 5 0 1110 0l-.5.5-1e1-.25zl3 3'));
    expect(incoming.items).toHaveLength(2);
    const curve = curveOf(incoming);
    const [first, last] = domainOf(curve);
    expect(curve.closing).toBe('clamped-closed');
    expect(endsOf(incoming)).toEqual([[10, -10], [10, -10]]); // prettier-ignore
    expect(endsOf(incoming, 1)).toEqual([[10, -10], [13, -13]]); // prettier-ignore
    const total = arcLength(curve).total;
    expect(total).toBeCloseTo(5 * Math.PI + Math.hypot(0.5, 0.5) + Math.hypot(10, 0.25) + Math.hypot(0.5, 0.25), 6);
    // The half circle lies over its centre (15, 10).
    const [x, y] = evaluate(curve, first + 0.01 * (last - first));
    expect(Math.hypot(x - 15, y + 10)).toBeCloseTo(5, 6);
  });

  it('have arcs by the formulas of the standard', () => {
    const arc = read(path('M10 20 A30 15 30 1 0 50 40'));
    const curve = curveOf(arc);
    const [cx, cy, turn] = [27.1196671, 39.7243008, (30 * Math.PI) / 180];
    for (let i = 0; i <= 20; i++) {
      const [x, y] = evaluate(curve, domainOf(curve)[0] + ((domainOf(curve)[1] - domainOf(curve)[0]) * i) / 20);
      const [u, v] = [x - cx, -y - cy];
      const [p, q] = [Math.cos(turn) * u + Math.sin(turn) * v, -Math.sin(turn) * u + Math.cos(turn) * v];
      expect((p / 30) ** 2 + (q / 15) ** 2).toBeCloseTo(1, 7);
    }
    expect(endsOf(arc)).toEqual([[10, -20], [50, -40]]); // prettier-ignore
    // Radii that do not reach are made larger: a half circle of radius 10.
    expect(arcLength(curveOf(read(path('M0 0A5 5 0 0 1 20 0')))).total).toBeCloseTo(10 * Math.PI, 9);
    expect(curveOf(read(path('M0 0A0 5 0 0 1 20 0'))).degree).toBe(1);
    expect(arcLength(curveOf(read(path('M0 0A-10 -10 0 0 1 20 0')))).total).toBeCloseTo(10 * Math.PI, 9);
  });

  it('mirror the last control point after one of its kind alone', () => {
    const smooth = read(path('M0 0C0 10 10 10 10 0S20 -10 20 0')).items[0];
    expect(smooth.kind === 'curve' && smooth.nurbs.degree).toBe(3);
    expect(curveOf(read(path('M0 0Q5 10 10 0T20 0'))).points.length / 4).toBe(4);
    // After a line the control point of T is where the pen is: a straight line.
    const straight = curveOf(read(path('M0 0L10 0T20 0')));
    expect(arcLength(straight).total).toBeCloseTo(20, 9);
  });

  it('are drawn up to the first error, and it is said where that is', () => {
    const { items, report } = read(path('M0 0L10 0L10 10L x 5'));
    expect(items).toHaveLength(1);
    expect(arcLength(curveOf({ items, report })).total).toBeCloseTo(20, 9);
    expect(report.problems).toMatchObject([{ what: 'path', where: [{ line: 1, detail: expect.stringMatching(/^character 18: /) }] }]); // prettier-ignore
  });

  it('have all shapes', () => {
    const shapes = inMm(
      '<rect x="1" y="2" width="10" height="5"/><rect width="10" height="6" rx="2"/><circle cx="5" cy="6" r="3"/>' +
        '<ellipse rx="4" ry="2"/><line x2="3" y2="4"/><polyline points="0,0 1,1 2,0"/><polygon points="0 0 1 1 2 0"/>',
    );
    const incoming = read(shapes);
    const lengths = incoming.items.map((_, i) => Math.round(arcLength(curveOf(incoming, i)).total * 1e4) / 1e4);
    // The perimeter of an ellipse 4 by 2 is 19.3769 (Ramanujan's second formula agrees to all of these digits).
    expect(lengths).toEqual([30, 28.5664, 18.8496, 19.3769, 5, 2.8284, 4.8284]);
    expect(incoming.items.map((_, i) => curveOf(incoming, i).closing)).toEqual(['clamped-closed', 'clamped-closed', 'clamped-closed', 'clamped-closed', 'open', 'open', 'clamped-closed']); // prettier-ignore
  });

  it('are placed by viewBox, and by every transformation', () => {
    const box = inMm('<path d="M0 0L200 200"/>', 'width="100mm" height="50mm" viewBox="0 0 200 200"');
    expect(endsOf(read(box))).toEqual([[25, 0], [75, -50]]); // prettier-ignore
    const moved = (transform: string) => endsOf(read(inMm(`<g transform="${transform}"><path d="M0 0L1 0"/></g>`)));
    expect(moved('translate(3 4)')).toEqual([[3, -4], [4, -4]]); // prettier-ignore
    expect(moved('translate(3) scale(2,5)')).toEqual([[3, 0], [5, 0]]); // prettier-ignore
    expect(moved('rotate(90)')).toEqual([[0, 0], [0, -1]]); // prettier-ignore
    expect(moved('rotate(90, 1, 0)')).toEqual([[1, 1], [1, 0]]); // prettier-ignore
    expect(moved('matrix(1 2 3 4 5 6)')).toEqual([[5, -6], [6, -8]]); // prettier-ignore
    expect(moved('skewY(45)')).toEqual([[0, 0], [1, -1]]); // prettier-ignore
    const flat = read(inMm('<path d="M0 0L1 0"/><path transform="scale(0)" d="M0 0L1 0"/><path transform="turn(3)" d="M0 0L1 0"/>')); // prettier-ignore
    expect(flat.items).toHaveLength(1);
    expect(flat.report.leftOut).toMatchObject([{ count: 2, why: 'its transformation is broken, or flattens it' }]);
    const turned = read(inMm('<g transform="rotate(30) scale(3,1) skewX(20)"><circle r="10"/></g>'));
    expect(curveOf(turned).degree).toBe(2);
  });

  it('place what is used, with a size for symbols', () => {
    const used = inMm(
      '<defs><path id="a" d="M0 0L1 0"/><symbol id="s" viewBox="0 0 10 10"><path d="M0 0L10 0"/></symbol></defs>' +
        '<use href="#a" x="5"/><use xlink:href="#a" transform="translate(0 2)"/><use href="#s" x="20" width="5" height="5"/>',
    );
    const incoming = read(used);
    expect([0, 1, 2].map((i) => endsOf(incoming, i))).toEqual([[[5, 0], [6, 0]], [[0, -2], [1, -2]], [[20, 0], [25, 0]]]); // prettier-ignore
  });

  it('are 96 pixels to the inch where they name no unit, which is said and can be said otherwise', () => {
    const text = inMm('<path d="M0 0L96 0"/>', 'width="200" height="100" viewBox="0 0 200 100"');
    expect(endsOf(read(text))).toEqual([[0, 0], [25.4, 0]]); // prettier-ignore
    expect(read(text).report.units).toEqual([PIXEL]);
    const asMm = read(text, { assumed: { name: 'px', toMm: 1, assumed: true } });
    expect(endsOf(asMm)).toEqual([[0, 0], [96, 0]]); // prettier-ignore
    expect(endsOf(read(inMm('<line x2="1in"/>', '')))).toEqual([[0, 0], [25.4, 0]]); // prettier-ignore
    expect(endsOf(read(inMm('<line x2="1"/>', 'width="10in" viewBox="0 0 10 10"')))).toEqual([[0, 0], [25.4, 0]]); // prettier-ignore
  });

  it('say how things look: style over rules over attributes', () => {
    const { items, report } = read(
      inMm(
        '<style>.a{stroke:#00f} path{stroke:green} #c{stroke:rgb(255,0,0)} g path{stroke:pink} /* .a{} */</style>' +
          '<g id="Walls"><path id="w" class="a" stroke="black" d="M0 0L1 0"/><path style="stroke: teal" class="a" d="M0 0L1 1"/></g>' +
          '<path id="c" d="M0 0L2 0"/><g fill="#123456"><circle r="2"/></g><path display="none" d="M0 0L1 0"/>' +
          '<path visibility="hidden" d="M0 0L1 0"/><text>words</text><path stroke-dasharray="2 1" d="M0 0L1 0"/>',
      ),
    );
    expect(items.map(({ name, layer, colour, isHidden }) => [name, layer, colour, isHidden])).toEqual([
      ['w', 'Walls', '#0000ff', false],
      ['Curve 2', 'Walls', '#008080', false],
      ['c', null, '#ff0000', false],
      ['Curve 4', 'Group 1', '#123456', false],
      ['Curve 5', null, '#008000', true],
      ['Curve 6', null, '#008000', false],
    ]);
    expect(report.leftOut.map(({ what, count }) => [what, count])).toEqual([
      ['rule of a style sheet', 1],
      ['element', 1],
      ['text', 1],
      ['stroke-dasharray', 1],
    ]);
  });
});

describe('damaged SVG documents', () => {
  it('bring what is whole, and say what is not, by line and column', () => {
    const cut = read('<svg width="10mm" viewBox="0 0 10 10">\n<path d="M0 0L1 0"/>\n<path d="M0 0');
    expect(cut.items).toHaveLength(1);
    expect(cut.report.problems.map(({ why, where }) => [why, where[0].line])).toContainEqual(['it stops within the element path', 3]); // prettier-ignore
    const wrong = read('<svg width="10mm" viewBox="0 0 10 10"><g><path d="M0 0L1 0"/></h></g></svg>');
    expect(wrong.items).toHaveLength(1);
    expect(wrong.report.problems[0].where[0]).toEqual({ line: 1, column: expect.any(Number) });
  });

  it('are refused in words where they cannot be gone on with', () => {
    expect(why('<html/>')).toBe('its first element is html, not svg');
    expect(why('')).toBe('there is no element in it');
    expect(why(inMm(''))).toBe('there are no curves in it');
    expect(why(inMm('<text>a</text>'))).toMatch(/nothing in it can be drawn: text, it is not read \(line 1\)/);
    expect(why(`<svg>${'<g>'.repeat(2000)}`)).toMatch('deeper than 1000');
    expect(why(`<svg>${'</x>'.repeat(100)}`)).toMatch('more than 50 errors');
  });

  it('cost nothing where they use themselves, or things without end', () => {
    const { items, report } = read(inMm('<path d="M0 0L1 0"/><g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g><use href="#none"/><use href="other.svg#a"/>')); // prettier-ignore
    expect(items).toHaveLength(1);
    expect(report.leftOut.map(({ why: reason }) => reason)).toEqual(expect.arrayContaining(['there is no element #none', 'what it uses is not in the file'])); // prettier-ignore
    let bomb = '<path id="a0" d="M0 0L1 0"/>';
    let empty = '<g id="e0"/>';
    for (let k = 1; k <= 12; k++) {
      bomb += `<g id="a${k}">${`<use href="#a${k - 1}"/>`.repeat(10)}</g>`;
      empty += `<g id="e${k}">${`<use href="#e${k - 1}"/>`.repeat(10)}</g>`;
    }
    expect(why(inMm(bomb))).toMatch(/1,111,111,111,111 curves .* 20,000/);
    expect(read(inMm(`${empty}<path d="M0 0L1 0"/>`)).items).toHaveLength(1);
  });

  it('have plain entities alone', () => {
    const doctype = '<!DOCTYPE svg [<!ENTITY d "M0 0L1 0"><!ENTITY e "&d;&d;">]>';
    const { items, report } = read(`${doctype}${inMm('<path d="&d;"/><path d="&e;"/>')}`);
    expect(items).toHaveLength(1);
    expect(report.problems.length).toBeGreaterThan(0);
  });
});
