import { arcLength, domainOf, evaluate, type Vector3 } from '@pencil-bend/core';
import type { Incoming } from '../incoming';
import { curveOfNurbs } from '../nurbs';
import { readStep } from './read';

const bytesOf = (text: string) => Uint8Array.from(text, (character) => character.charCodeAt(0));

const MM = '(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))';
const RADIAN = '(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))';
const context = (length = MM, angle = RADIAN) =>
  `#900=${length};\n#901=${angle};\n#902=(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNIT_ASSIGNED_CONTEXT((#900,#901))REPRESENTATION_CONTEXT('',''));\n`;
const file = (data: string) => `ISO-10303-21;\nHEADER;\nENDSEC;\nDATA;\n${data}ENDSEC;\nEND-ISO-10303-21;\n`;

/** A file whose only part has these items. */
const partOf = (items: string, data: string, units = context()) =>
  file(
    `#800=PRODUCT_DEFINITION_SHAPE('','',#801);\n#801=PRODUCT_DEFINITION('','',#802,$);\n` +
      `#803=SHAPE_DEFINITION_REPRESENTATION(#800,#804);\n#804=SHAPE_REPRESENTATION('',(${items}),#902);\n${units}${data}`,
  );

function read(text: string): Incoming {
  const result = readStep(bytesOf(text));
  if (!result.ok) throw new Error(result.failure);
  return result.value;
}
const why = (text: string) => {
  const result = readStep(bytesOf(text));
  return result.ok ? null : result.failure;
};

function curvesOf({ items }: Incoming) {
  return items.flatMap((item) => (item.kind === 'curve' ? [curveOfNurbs(item.nurbs)] : []));
}
const endsOf = (incoming: Incoming, i = 0) => {
  const curve = curvesOf(incoming)[i];
  return domainOf(curve).map((u) => evaluate(curve, u));
};
function expectEnds(incoming: Incoming, [from, to]: readonly Vector3[], digits = 9, i = 0) {
  const [start, end] = endsOf(incoming, i);
  from.forEach((x, c) => expect(start[c]).toBeCloseTo(x, digits));
  to.forEach((x, c) => expect(end[c]).toBeCloseTo(x, digits));
}

const POINTS = [[0, 0, 0], [10, 5, 0], [20, -5, 0], [30, 0, 0]].map((at, i) => `#${i + 1}=CARTESIAN_POINT('',(${at.map((x) => `${x}.`).join(',')}));\n`).join(''); // prettier-ignore
const SPLINE = `B_SPLINE_CURVE_WITH_KNOTS('Spout',3,(#1,#2,#3,#4),.UNSPECIFIED.,.F.,.U.,(4,4),(0.,1.),.UNSPECIFIED.)`;
const axes = (id: number, at: string, z: string, x: string) =>
  `#${id}=AXIS2_PLACEMENT_3D('',#${id + 1},#${id + 2},#${id + 3});\n#${id + 1}=CARTESIAN_POINT('',(${at}));\n` +
  `#${id + 2}=DIRECTION('',(${z}));\n#${id + 3}=DIRECTION('',(${x}));\n`;
const FLAT = axes(50, '0.,0.,0.', '0.,0.,1.', '1.,0.,0.');
const trim = (basis: number, from: string, to: string, sense = '.T.') =>
  `#10=TRIMMED_CURVE('',#${basis},(PARAMETER_VALUE(${from})),(PARAMETER_VALUE(${to})),${sense},.PARAMETER.);\n`;

describe('STEP files', () => {
  // Check values of exchange.md, section 1, computed from the equations of ISO 10303-42, 4.4.
  it('bring conics by their own parameters', () => {
    expectEnds(read(partOf('#10', `${FLAT}#9=PARABOLA('',#50,5.);\n${trim(9, '-2.', '3.')}`)), [[20, -20, 0], [45, 30, 0]]); // prettier-ignore
    expectEnds(read(partOf('#10', `${FLAT}#9=HYPERBOLA('',#50,6.,4.);\n${trim(9, '-1.', '1.5')}`)), [[9.2585, -4.7008, 0], [14.1145, 8.5171, 0]], 4); // prettier-ignore
    const turned = axes(50, '5.,0.,0.', '0.,0.,1.', '0.,1.,0.');
    const ellipse = read(partOf('#10', `${turned}#9=ELLIPSE('',#50,20.,8.);\n${trim(9, '0.', '1.5', '.F.')}`));
    expectEnds(ellipse, [[5, 20, 0], [-2.980, 1.4147, 0]], 3); // prettier-ignore
    expect(arcLength(curvesOf(ellipse)[0]).total).toBeCloseTo(70.454271, 6);
    const line = `#9=LINE('',#60,#61);\n#60=CARTESIAN_POINT('',(0.,0.,0.));\n#61=VECTOR('',#62,2.5);\n#62=DIRECTION('',(0.,0.6,0.8));\n`;
    expectEnds(read(partOf('#10', line + trim(9, '1.', '4.'))), [[0, 1.5, 2], [0, 6, 8]]); // prettier-ignore
  });

  it('bring a whole circle, and a line without ends as a guide', () => {
    const circle = read(partOf('#9', `${FLAT}#9=CIRCLE('Gauge',#50,25.);\n`));
    expect(circle.items[0]).toMatchObject({ kind: 'curve', name: 'Gauge', nurbs: { closing: 'clamped-closed' } });
    expect(arcLength(curvesOf(circle)[0]).total).toBeCloseTo(50 * Math.PI, 6);
    const line = `#9=LINE('Axis',#60,#61);\n#60=CARTESIAN_POINT('',(1.,2.,3.));\n#61=VECTOR('',#62,2.5);\n#62=DIRECTION('',(0.,3.,4.));\n`;
    expect(read(partOf('#9', line)).items[0]).toMatchObject({ kind: 'line', name: 'Axis', at: [1, 2, 3], direction: [0, 0.6, 0.8] }); // prettier-ignore
  });

  it('take angles in the unit of their context', () => {
    const degrees = `(CONVERSION_BASED_UNIT('DEGREE',#910)NAMED_UNIT(#911)PLANE_ANGLE_UNIT())`;
    const units = `${context(MM, degrees)}#910=PLANE_ANGLE_MEASURE_WITH_UNIT(PLANE_ANGLE_MEASURE(0.017453292519943295),#912);\n#911=DIMENSIONAL_EXPONENTS(0.,0.,0.,0.,0.,0.,0.);\n#912=${RADIAN};\n`;
    const arc = read(partOf('#10', `${FLAT}#9=CIRCLE('',#50,10.);\n${trim(9, '0.', '90.')}`, units));
    expectEnds(arc, [[10, 0, 0], [0, 10, 0]]); // prettier-ignore
  });

  it.each([
    ['(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT($,.METRE.))', 'm', 1000],
    ['(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MICRO.,.METRE.))', 'µm', 0.001],
    ["(CONVERSION_BASED_UNIT('INCH',#910)LENGTH_UNIT()NAMED_UNIT(#911))", 'in', 25.4],
    ["(CONVERSION_BASED_UNIT('FOOT',#913)LENGTH_UNIT()NAMED_UNIT(#911))", 'ft', 304.8],
  ])('take lengths in %s', (unit, name, toMm) => {
    const conversions = `#910=LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),#912);\n#912=${MM};\n#913=LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(12.),#914);\n#914=(CONVERSION_BASED_UNIT('INCH',#910)LENGTH_UNIT()NAMED_UNIT(#911));\n#911=DIMENSIONAL_EXPONENTS(1.,0.,0.,0.,0.,0.,0.);\n`;
    const incoming = read(partOf('#10', `${POINTS}#10=${SPLINE};\n`, context(unit) + conversions));
    expect(incoming.report.units).toEqual([{ name, toMm: expect.closeTo(toMm, 9), assumed: false }]);
    expectEnds(incoming, [[0, 0, 0], [30 * toMm, 0, 0]], 8); // prettier-ignore
  });

  it('are in mm where they name no unit, which is said and can be said otherwise', () => {
    const text = partOf('#10', `${POINTS}#10=${SPLINE};\n`, `#902=(GEOMETRIC_REPRESENTATION_CONTEXT(3)REPRESENTATION_CONTEXT('',''));\n`); // prettier-ignore
    expect(read(text).report.units).toEqual([{ name: 'mm', toMm: 1, assumed: true }]);
    const inch = { name: 'in', toMm: 25.4, assumed: true };
    const result = readStep(bytesOf(text), { assumed: inch });
    if (!result.ok) throw new Error(result.failure);
    expect(result.value.report.units).toEqual([inch]);
    expectEnds(result.value, [[0, 0, 0], [762, 0, 0]]); // prettier-ignore
  });

  it('take places and what is placed in the unit that is said for them', () => {
    const none = `#902=(GEOMETRIC_REPRESENTATION_CONTEXT(3)REPRESENTATION_CONTEXT('',''));\n`;
    const [from, to] = [axes(100, '0.,0.,0.', '0.,0.,1.', '1.,0.,0.'), axes(110, '10.,0.,0.', '0.,0.,1.', '1.,0.,0.')];
    const mapped = `${from}${to}#1=CARTESIAN_POINT('a',(1.,0.,0.));\n#10=MAPPED_ITEM('',#11,#110);\n#11=REPRESENTATION_MAP(#100,#12);\n#12=SHAPE_REPRESENTATION('',(#1),#902);\n`;
    const result = readStep(bytesOf(partOf('#10', mapped, none)), {
      assumed: { name: 'in', toMm: 25.4, assumed: true },
    });
    if (!result.ok) throw new Error(result.failure);
    expect(result.value.items[0]).toMatchObject({ at: [expect.closeTo(11 * 25.4, 9), 0, 0] });
  });

  it('bring every kind of B-spline curve', () => {
    const plain = '3,(#1,#2,#3,#4),.UNSPECIFIED.,.F.,.U.';
    const knots = (spline: string) => {
      const [item] = read(partOf('#10', `${POINTS}#10=${spline};\n`)).items;
      return item.kind === 'curve' ? Array.from(item.nurbs.knots) : null;
    };
    expect(knots(`BEZIER_CURVE('',${plain})`)).toEqual([0, 0, 0, 0, 1, 1, 1, 1]);
    expect(knots(`QUASI_UNIFORM_CURVE('',${plain})`)).toEqual([0, 0, 0, 0, 1, 1, 1, 1]);
    expect(knots(`UNIFORM_CURVE('',${plain})`)).toEqual([-3, -2, -1, 0, 1, 2, 3, 4]);
    expect(knots(`BEZIER_CURVE('',1,(#1,#2,#3,#4),.UNSPECIFIED.,.F.,.U.)`)).toEqual([0, 0, 1, 2, 3, 3]);
    const rational = `(BEZIER_CURVE()BOUNDED_CURVE()B_SPLINE_CURVE(${plain})CURVE()GEOMETRIC_REPRESENTATION_ITEM()RATIONAL_B_SPLINE_CURVE((1.,2.,2.,1.))REPRESENTATION_ITEM('R'))`;
    const [item] = read(partOf('#10', `${POINTS}#10=${rational};\n`)).items;
    expect(item).toMatchObject({ name: 'R', nurbs: { degree: 3, weights: Float64Array.of(1, 2, 2, 1) } });
  });

  it('have points win where ends are given twice, differently', () => {
    const twice = `${FLAT}#9=CIRCLE('',#50,10.);\n#70=CARTESIAN_POINT('',(0.,10.,0.));\n#10=TRIMMED_CURVE('',#9,(PARAMETER_VALUE(0.)),(#70,PARAMETER_VALUE(1.)),.T.,.PARAMETER.);\n`;
    const incoming = read(partOf('#10', twice));
    expectEnds(incoming, [[10, 0, 0], [0, 10, 0]]); // prettier-ignore
    expect(incoming.report.changed[0]).toMatchObject({ why: expect.stringContaining('by the points'), where: [{ entity: '#10' }] }); // prettier-ignore
  });

  it('join the pieces of a composite curve, and group those that do not meet', () => {
    const piece = (id: number, a: string, b: string) =>
      `#${id}=POLYLINE('',(#${id + 1},#${id + 2}));\n#${id + 1}=CARTESIAN_POINT('',(${a}));\n#${id + 2}=CARTESIAN_POINT('',(${b}));\n`;
    const segments = (second: string) =>
      `${piece(20, '0.,0.,0.', '10.,0.,0.')}${piece(30, '10.,10.,0.', second)}#11=COMPOSITE_CURVE_SEGMENT(.CONTINUOUS.,.T.,#20);\n` +
      `#12=COMPOSITE_CURVE_SEGMENT(.DISCONTINUOUS.,.F.,#30);\n#10=COMPOSITE_CURVE('Chain',(#11,#12),.F.);\n`;
    const whole = read(partOf('#10', segments('10.,0.,0.')));
    expect(whole.items).toHaveLength(1);
    expectEnds(whole, [[0, 0, 0], [10, 10, 0]]); // prettier-ignore
    const parted = read(partOf('#10', segments('10.02,0.,0.')));
    expect(parted.items.map(({ group }) => group)).toEqual(['#10', '#10']);
    expect(parted.report.changed[0].where[0].detail).toBe('gap 0.02 mm');
  });

  it('place what is mapped, and the parts of an assembly, by which is the child', () => {
    // Check value of exchange.md: an item in the child at (5,0,0) with x = +y, in the parent at (100,50,0) with z = +x, x = +y.
    const child = axes(100, '5.,0.,0.', '0.,0.,1.', '0.,1.,0.');
    const parent = axes(110, '100.,50.,0.', '1.,0.,0.', '0.,1.,0.');
    const points = `#1=CARTESIAN_POINT('a',(5.,0.,0.));\n#2=CARTESIAN_POINT('b',(0.,0.,1.));\n`;
    const mapped = `${child}${parent}${points}#10=MAPPED_ITEM('',#11,#110);\n#11=REPRESENTATION_MAP(#100,#12);\n#12=SHAPE_REPRESENTATION('',(#1,#2),#902);\n`;
    const expected = [[100, 50, 0], [101, 50, 5]]; // prettier-ignore
    const placesOf = ({ items }: Incoming) => items.map((item) => (item.kind === 'point' ? item.at.map((x) => Math.round(x * 1e9) / 1e9 + 0) : null)); // prettier-ignore
    expect(placesOf(read(partOf('#10', mapped)))).toEqual(expected);
    const product = (id: number, name: string) => `#${id}=PRODUCT_DEFINITION('','',#${id + 1},$);\n#${id + 1}=PRODUCT_DEFINITION_FORMATION('','',#${id + 2});\n#${id + 2}=PRODUCT('','${name}','',());\n`; // prettier-ignore
    for (const childFirst of [true, false]) {
      const [reps, items] = childFirst ? ['#206,#205', '#100,#110'] : ['#205,#206', '#110,#100'];
      const assembly = file(
        `${context()}${child}${parent}${points}${product(300, 'Kettle')}${product(310, 'Spout')}` +
          `#200=PRODUCT_DEFINITION_SHAPE('','',#300);\n#201=PRODUCT_DEFINITION_SHAPE('','',#310);\n` +
          `#203=SHAPE_DEFINITION_REPRESENTATION(#200,#205);\n#204=SHAPE_DEFINITION_REPRESENTATION(#201,#206);\n` +
          `#205=SHAPE_REPRESENTATION('',(#110),#902);\n#206=SHAPE_REPRESENTATION('',(#1,#2),#902);\n` +
          `#210=NEXT_ASSEMBLY_USAGE_OCCURRENCE('','','',#300,#310,$);\n#211=PRODUCT_DEFINITION_SHAPE('','',#210);\n` +
          `#212=CONTEXT_DEPENDENT_SHAPE_REPRESENTATION(#213,#211);\n` +
          `#213=(REPRESENTATION_RELATIONSHIP('','',${reps})REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION(#214)SHAPE_REPRESENTATION_RELATIONSHIP());\n` +
          `#214=ITEM_DEFINED_TRANSFORMATION('','',${items});\n`,
      );
      const incoming = read(assembly);
      expect(placesOf(incoming)).toEqual(expected);
      expect(incoming.items.map(({ name }) => name)).toEqual(['Spout / a', 'Spout / b']);
    }
  });

  it('bring the edges of faces to work to, each once, and count the faces', () => {
    const vertex = (id: number, at: string) => `#${id}=VERTEX_POINT('',#${id + 1});\n#${id + 1}=CARTESIAN_POINT('',(${at}));\n`; // prettier-ignore
    const edge = `${vertex(20, '10.,0.,0.')}${vertex(30, '0.,10.,0.')}${FLAT}#9=CIRCLE('',#50,10.);\n#40=EDGE_CURVE('Rim',#20,#30,#9,.T.);\n#41=ORIENTED_EDGE('',*,*,#40,.T.);\n#42=EDGE_LOOP('',(#41));\n#43=FACE_OUTER_BOUND('',#42,.T.);\n`;
    const faces = `#44=ADVANCED_FACE('',(#43),#46,.T.);\n#45=ADVANCED_FACE('',(#43),#46,.T.);\n#46=PLANE('',#50);\n#47=CLOSED_SHELL('',(#44,#45));\n#10=MANIFOLD_SOLID_BREP('',#47);\n`;
    const incoming = read(partOf('#10', edge + faces));
    expect(incoming.items).toHaveLength(1);
    expect(incoming.items[0]).toMatchObject({ name: 'Rim', isReference: true });
    expectEnds(incoming, [[10, 0, 0], [0, 10, 0]]); // prettier-ignore
    expect(incoming.report.leftOut).toMatchObject([{ what: 'face', count: 2 }]);
  });

  it('bring the four sides of a bare surface', () => {
    const grid = Array.from({ length: 4 }, (_, i) => `#${i + 1}=CARTESIAN_POINT('',(${i >> 1}.,${i & 1}.,${i}.));\n`).join(''); // prettier-ignore
    const surface = `#10=B_SPLINE_SURFACE_WITH_KNOTS('',1,1,((#1,#2),(#3,#4)),.UNSPECIFIED.,.F.,.F.,.U.,(2,2),(2,2),(0.,1.),(0.,1.),.UNSPECIFIED.);\n`;
    const incoming = read(partOf('#10', grid + surface));
    expect(incoming.items).toHaveLength(4);
    expectEnds(incoming, [[0, 0, 0], [1, 0, 2]], 9, 0); // prettier-ignore
    expectEnds(incoming, [[0, 1, 1], [1, 1, 3]], 9, 1); // prettier-ignore
    expectEnds(incoming, [[0, 0, 0], [0, 1, 1]], 9, 2); // prettier-ignore
    expectEnds(incoming, [[1, 0, 2], [1, 1, 3]], 9, 3); // prettier-ignore
  });

  it('say which layer and colour items have, and which are hidden', () => {
    const looks = `#70=PRESENTATION_LAYER_ASSIGNMENT('Gr\\X2\\00F6\\X0\\\\X2\\00DF\\X0\\e','',(#10));\n#71=COLOUR_RGB('',1.,0.5,0.);\n#72=CURVE_STYLE('',#73,$,#71);\n#73=DRAUGHTING_PRE_DEFINED_CURVE_FONT('continuous');\n#74=PRESENTATION_STYLE_ASSIGNMENT((#72));\n#75=STYLED_ITEM('',(#74),#10);\n#76=INVISIBILITY((#75));\n`;
    const [item] = read(partOf('#10', `${POINTS}#10=${SPLINE};\n${looks}`)).items;
    expect(item).toMatchObject({ name: 'Spout', layer: 'Größe', colour: '#ff8000', isHidden: true });
  });

  it('bring what is in no shape, and say so', () => {
    const incoming = read(file(`${POINTS}#10=${SPLINE};\n`));
    expect(incoming.items).toHaveLength(1);
    expect(incoming.report.changed).toMatchObject([{ why: 'it is in no shape of a part', where: [{ entity: '#10', line: 9 }] }]); // prettier-ignore
    expect(incoming.report.units[0].assumed).toBe(true);
  });

  it('mean the same however they are broken into lines', () => {
    const text = partOf('#10', `${POINTS}#10=${SPLINE};\n`);
    const plain = read(text).items;
    expect(read(text.replace(/\n/g, '')).items).toEqual(plain);
    expect(read(text.replace(/,/g, ',\r\n/* a comment; #10=POINT */ ')).items).toEqual(plain);
    expect(read(text.replace("'Spout'", "'Sp\nout'")).items).toEqual(plain);
  });
});

describe('damaged STEP files', () => {
  const good = `${POINTS}#10=${SPLINE};\n`;

  it('bring what is whole, and say what is not, by its line', () => {
    const cut = partOf('#10,#11', `${good}#11=B_SPLINE_CURVE_WITH_KNOTS('Cut',3,(#1,#2`).replace(/ENDSEC;\nEND-ISO.*\n$/, ''); // prettier-ignore
    const { items, report } = read(cut);
    expect(items.map(({ name }) => name)).toEqual(['Spout']);
    expect(report.problems).toContainEqual({ what: 'file', why: 'it stops before its end', count: 1, where: [{ line: 17 }] }); // prettier-ignore
    expect([...report.problems, ...report.leftOut].flatMap(({ where }) => where)).toContainEqual({ entity: '#11', line: 17 }); // prettier-ignore
  });

  it('name references that lead nowhere, or back', () => {
    const missing = read(partOf('#10,#11,#12', `${good}#11=B_SPLINE_CURVE_WITH_KNOTS('',3,(#1,#2,#3,#77),.U.,.F.,.U.,(4,4),(0.,1.),.U.);\n`)); // prettier-ignore
    expect(missing.report.leftOut).toMatchObject([{ why: '#77 is not in the file', where: [{ entity: '#11' }] }]);
    expect(missing.report.problems).toMatchObject([{ why: '#12 is not in the file' }]);
    const round = read(partOf('#10,#12', `${good}#12=TRIMMED_CURVE('',#40,(PARAMETER_VALUE(0.)),(PARAMETER_VALUE(1.)),.T.,.PARAMETER.);\n#40=SURFACE_CURVE('',#12,(),.CURVE_3D.);\n`)); // prettier-ignore
    expect(round.report.leftOut).toMatchObject([{ why: '#12 leads back to itself over #40' }]);
  });

  it('have the first of two instances with one number', () => {
    const twice = read(partOf('#10', `${good}#1=CARTESIAN_POINT('',(99.,0.,0.));\n`));
    expectEnds(twice, [[0, 0, 0], [30, 0, 0]]); // prettier-ignore
    expect(twice.report.problems).toMatchObject([
      { why: '#1 is there twice; the first counts', where: [{ line: 17 }] },
    ]);
  });

  it('lose a text that does not end, and no more', () => {
    const open = read(partOf('#10,#11', `${good}#11=${SPLINE.replace("'Spout'", "'Spout")};\n#12=CARTESIAN_POINT('',(1.,1.,1.));\n`)); // prettier-ignore
    expect(open.items.map(({ name }) => name)).toEqual(['Spout']);
    expect(open.report.problems.length + open.report.leftOut.length).toBeGreaterThan(0);
  });

  it('that place things in themselves, or too often, cost nothing', () => {
    const self = `${FLAT}#10=MAPPED_ITEM('',#11,#50);\n#11=REPRESENTATION_MAP(#50,#12);\n#12=SHAPE_REPRESENTATION('',(#10,#13),#902);\n#13=${SPLINE};\n`;
    const { items, report } = read(partOf('#10', POINTS + self));
    expect(items).toHaveLength(1);
    expect(report.problems).toMatchObject([{ why: '#12 is placed within itself' }]);
    // 30 levels of two copies each: 2^29 curves in the part, and 2^30 in the shape that nothing places.
    let bomb = `${FLAT}${POINTS}#500=${SPLINE};\n#1000=SHAPE_REPRESENTATION('',(#500),#902);\n`;
    for (let k = 1; k <= 30; k++) {
      bomb += `#${2000 + k}=REPRESENTATION_MAP(#50,#${999 + k});\n#${3000 + k}=MAPPED_ITEM('',#${2000 + k},#50);\n#${1000 + k}=SHAPE_REPRESENTATION('',(#${3000 + k},#${3000 + k}),#902);\n`;
    }
    expect(why(partOf('#10', `${bomb}#10=MAPPED_ITEM('',#2030,#50);\n`))).toMatch(/1,610,612,736 curves .* 20,000/);
  });

  it('bring parts that are only placed within each other, and name them', () => {
    const part = (id: number, shape: number, items: string) =>
      `#${id}=PRODUCT_DEFINITION('','',#${id + 1},$);\n#${shape}=PRODUCT_DEFINITION_SHAPE('','',#${id});\n#${shape + 1}=SHAPE_DEFINITION_REPRESENTATION(#${shape},#${shape + 2});\n#${shape + 2}=SHAPE_REPRESENTATION('',(${items}),#902);\n`;
    const use = (id: number, parent: number, child: number) => `#${id}=NEXT_ASSEMBLY_USAGE_OCCURRENCE('','','',#${parent},#${child},$);\n`; // prettier-ignore
    const round = read(file(`${context()}${POINTS}#10=${SPLINE};\n${part(300, 400, '#10')}${part(310, 410, '#1')}${use(500, 300, 310)}${use(501, 310, 300)}`)); // prettier-ignore
    expect(round.items).toHaveLength(2);
    expect(round.report.problems).toMatchObject([{ why: '#300 is placed within itself' }]);
  });

  it('are refused in words where nothing can be had of them', () => {
    expect(why('solid')).toMatch('does not begin as a STEP file');
    expect(why(file(''))).toBe('there are no curves or points in it');
    expect(why(partOf('#10', `#10=B_SPLINE_CURVE_WITH_KNOTS('',3,(),.U.,.F.,.U.,(4,4),(0.,1.),.U.);\n`))).toMatch(/nothing in it can be drawn: .* \(line \d+\)/); // prettier-ignore
    const lists = `${'('.repeat(100)}${')'.repeat(100)}`;
    expect(why(partOf('#10', `#10=POLYLINE('',${lists});\n`))).toMatch('lists within lists, deeper than 64');
  });
});
