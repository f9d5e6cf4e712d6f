// Projects and steps for the benchmarks, in the project file format.
import { Buffer } from 'node:buffer';
import { createHash } from 'node:crypto';

const SHEET = { layer: 'sheet', plane: 'front', colour: '#33363b', visible: true };

/** A natural cubic through places. */
function through(places) {
  const live = { degree: 3, closed: false, spacing: 'live', parameterisation: 'faded', knots: 'at-points' };
  const points = places.map((at, i) => ({ id: `p${i}`, at }));
  return { kind: 'fit', ...live, ends: 'natural', points };
}

/** A curve with control points there. */
function controlled(degree, places) {
  const points = places.map((at, i) => ({ id: `c${i + 1}`, at, weight: 1 }));
  const spans = places.length - degree;
  const inner = Array.from({ length: spans - 1 }, (_, i) => (i + 1) / spans);
  const ends = (u) => Array.from({ length: degree + 1 }, () => u);
  return { kind: 'control', degree, closing: 'open', knots: [...ends(0), ...inner, ...ends(1)], points };
}

const curve = (name, recipe) => ({ kind: 'curve', name, ...SHEET, recipe });

/** A project of `count` curves in rows, each through `places` points, or otherwise made of them. */
export function crowd(name, count, places = 8, recipe = through) {
  const items = {};
  for (let c = 0; c < count; c++) {
    const at = (i) => [
      (c % 25) * 90 + (i * 70) / (places - 1),
      Math.floor(c / 25) * 40 + 12 * Math.sin((i * 7) / places + c),
      0,
    ];
    items[`c${c}`] = curve(`Curve ${c + 1}`, recipe(Array.from({ length: places }, (_, i) => at(i))));
  }
  return project(name, items);
}

/**
 * The same, of which the first `joined` of each `run` curves in a row follow the one before with G2: a chain is one run.
 * Each runs on from where the one before ends.
 */
export function chained(name, count, joined, run, recipe = through) {
  const drawing = crowd(name, count, 8, recipe);
  const items = Object.entries(drawing.items).map(([id, item], c) => {
    const before = drawing.items[`c${c - 1}`];
    if (c % run === 0 || c % run > joined) return [id, item];
    const [at, near] = before.recipe.points.toReversed().map((point) => point.at);
    const way = at.map((x, i) => x - near[i]);
    const along = way.map((x) => x / Math.hypot(...way));
    const leader = { kind: 'end', item: `c${c - 1}`, end: 'end' };
    const joint = { level: 2, leader, gives: 'follower', spread: 'faded', from: { at, along } };
    return [id, { ...item, joints: { start: joint } }];
  });
  // Joints stand with their followers since version 7, which has more of its own than the version that is drawn here.
  delete drawing.joints;
  const layers = { sheet: { ...drawing.layers.sheet, colour: null, locked: false, reference: false } };
  const more = { layers, groups: {}, grid: null };
  return { ...drawing, ...more, version: 7, items: Object.fromEntries(items) };
}

/** Curves of degree 5 by control points, as they are joined by. */
export const quintic = (places) => controlled(5, places);

/** A project of one cubic by many control points. */
export function dense(name, count) {
  return cubic(name, count, (i) => [(270 * i) / (count - 1), 60 + 40 * Math.sin((21 * i) / count), 0]);
}

/** The same along a wave, each point off by up to 0.05 mm: some hundred lumps. */
export function noisy(name, count) {
  // Always the same noise.
  const noise = (i) => ((Math.sin(12.9898 * i) * 43758.5453) % 1) * 0.05;
  return cubic(name, count, (i) => [(270 * i) / (count - 1), 50 * Math.sin((0.8 * Math.PI * i) / count) + noise(i), 0]);
}

function cubic(name, count, at) {
  const places = Array.from({ length: count }, (_, i) => at(i));
  return project(name, { c0: curve('Curve 1', controlled(3, places)) });
}

/** A project of a few curves with so many measured points among them, with its points. */
export function measured(name, count) {
  const points = new Float64Array(3 * count);
  for (let i = 0; i < count; i++) {
    const [turn, radius] = [(40 * Math.PI * i) / count, 20 + (60 * i) / count];
    points.set([100 + radius * Math.cos(turn), 80 + radius * Math.sin(turn), 0], 3 * i);
  }
  const bytes = Buffer.from(points.buffer);
  const content = createHash('sha256').update(bytes).digest('hex').slice(0, 32);
  const pointSet = {
    content,
    count,
    box: { least: [20, 0, 0], largest: [180, 160, 0] },
    map: { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] },
    thinning: 1,
  };
  const { items } = crowd('', 10);
  const drawing = project(name, { ...items, scan: { kind: 'pointSet', name: 'Scan', ...SHEET, pointSet } });
  return { ...drawing, pointSets: { [content]: bytes.toString('base64') } };
}

function project(name, items) {
  return {
    format: 'pencil-bend-project',
    version: 1,
    name,
    units: 'mm',
    tolerance: 0.01,
    layers: { sheet: { name: 'Sheet', visible: true } },
    layerOrder: ['sheet'],
    planes: { front: { name: 'Front', origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] } },
    items,
    itemOrder: Object.keys(items),
    joints: {},
  };
}

/** A step that moves the first point of curve c0 from one height to another. */
export function move(id, from, to) {
  const patch = (value) => [{ op: 'replace', path: '/items/c0/recipe/points/0/at/1', value }];
  const name = 'Move point 1 of Curve 1';
  return { id, kind: 'do', of: null, name, at: '2026-11-24T12:00:00.000Z', patch: patch(to), inverse: patch(from) };
}
