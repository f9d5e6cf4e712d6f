import { emptyProject, fitRecipe, type Project } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { bringIn } from '../bringIn/bringIn';
import { curveOfNurbs } from '../nurbs';
import { arcLength } from '@pencil-bend/core';
import { EXPORT_FORMATS, type ExportFormat, isExportFormat } from './formats';
import { handOver, HAND_OVER_DEFAULTS, type HandOverOptions } from './handOver';
import { outgoingOf } from './outgoingOf';

const FORMATS = Object.keys(EXPORT_FORMATS) as ExportFormat[];
const TIME = '2026-12-02T06:00:00Z';

function does(project: Project, command: Parameters<typeof perform>[1]): Project {
  const outcome = perform(project, command, { id: 'step-0001', time: TIME });
  if (!outcome.ok) throw new Error(outcome.failure);
  return outcome.value.project;
}

/** A wall, a rim, a point, a guide, and a copy to work to. */
function kettle(): Project {
  const wall = fitRecipe([[0, 0, 0], [20, 30, 0], [50, 40, 0], [80, 20, 0]].map(([x, y, z], i) => ({ id: `p${i}`, at: [x, y, z] as const })), false); // prettier-ignore
  const rim = { kind: 'primitive', x: [1, 0, 0], y: [0, 1, 0], shape: { kind: 'circle', centre: [100, 50, 0], radius: 25 } } as const; // prettier-ignore
  const base = { layer: 'sheet', plane: 'front' } as const;
  let project = emptyProject('Kettle: 2');
  project = does(project, { command: 'drawItems', args: { ...base, shape: 'curve', items: [{ id: 'wall', name: 'Wall', recipe: wall }, { id: 'rim', name: 'Rim', recipe: rim }] } }); // prettier-ignore
  project = does(project, { command: 'drawItems', args: { ...base, shape: 'point', items: [{ id: 'tip', name: 'Tip', at: [5, 5, 0] }] } }); // prettier-ignore
  const line = { kind: 'line', at: [0, 0, 0], direction: [0, 1, 0], symmetry: false } as const;
  project = does(project, { command: 'drawItems', args: { ...base, shape: 'line-guide', items: [{ id: 'axis', guide: line }] } }); // prettier-ignore
  return does(project, { command: 'copyAsReference', args: { items: ['wall'], id: 'copy', layer: 'beside', name: 'Beside' } }); // prettier-ignore
}

const options = (format: ExportFormat, more: Partial<HandOverOptions> = {}): HandOverOptions => ({ ...HAND_OVER_DEFAULTS, format, time: TIME, ...more }); // prettier-ignore
async function handed(project: Project, format: ExportFormat, more: Partial<HandOverOptions> = {}) {
  const result = await handOver(project, options(format, more));
  if (!result.ok) throw new Error(result.failure);
  return result.value;
}

describe('handing over', () => {
  it('takes what is shown, without what is only to work to, and says so', () => {
    const { sheet, leftOut } = outgoingOf(kettle(), HAND_OVER_DEFAULTS);
    expect(sheet.items.map(({ name }) => name)).toEqual(['Wall', 'Rim', 'Tip']);
    expect(leftOut.list.map(({ what, why }) => [what, why])).toEqual([
      ['guide', 'it is to work to, and no part of the drawing'],
      ['curve', 'its layer is to work to'],
    ]);
    const all = outgoingOf(kettle(), { ...HAND_OVER_DEFAULTS, references: true });
    expect(all.sheet.items).toHaveLength(4);
    expect(
      outgoingOf(kettle(), { which: { kind: 'items', ids: ['rim'] }, references: false }).sheet.items,
    ).toHaveLength(1);
    expect(
      outgoingOf(kettle(), { which: { kind: 'layers', ids: ['beside'] }, references: true }).sheet.items,
    ).toHaveLength(1);
    const hidden = does(kettle(), { command: 'showItem', args: { item: 'rim', visible: false } });
    expect(outgoingOf(hidden, HAND_OVER_DEFAULTS).leftOut.list.map(({ why }) => why)).toContain('it is hidden');
  });

  it.each(FORMATS)('writes a file in the format %s, named after the project', async (format) => {
    const file = await handed(kettle(), format);
    expect(file.name).toBe(`Kettle- 2${EXPORT_FORMATS[format].extension}`);
    expect(file.bytes.length).toBeGreaterThan(100);
    const { exact, approximated, leftOut } = file.report;
    const counted = [...exact, ...approximated, ...leftOut].reduce((sum, { count }) => sum + count, 0);
    // Five items, each told once.
    expect(counted).toBe(5);
  });

  it.each(['step', 'iges', 'svg', 'curves', 'machine'] as const)(
    'brings back from %s what it handed over',
    async (format) => {
      const file = await handed(kettle(), format);
      const back = bringIn(file.bytes);
      if (!back.ok) throw new Error(back.failure);
      const lengths = back.value.items.flatMap((item) =>
        item.kind === 'curve' ? [arcLength(curveOfNurbs(item.nurbs)).total] : [],
      );
      // The circle's circumference, in every format within the tolerance.
      expect(lengths.some((length) => Math.abs(length - 50 * Math.PI) < 0.1)).toBe(true);
    },
  );

  it('gives arcs and lines, or polylines, to those who cannot read curves', async () => {
    const arcs = await handed(kettle(), 'step', { form: 'arcs-and-lines', tolerance: 0.05 });
    expect(arcs.standIns.map(({ name }) => name)).toEqual(['Wall', 'Rim']);
    const [wall, rim] = arcs.standIns;
    expect(wall.arcs).toBeGreaterThan(2);
    expect(wall.jumps).toHaveLength(wall.arcs + wall.lines - 1);
    expect(wall.jumps.every(({ size }) => size > 0)).toBe(true);
    expect(wall.price.max).toBeLessThanOrEqual(0.05);
    expect(wall.tightest?.radius).toBeLessThan(60);
    // Two halves of one circle: its curvature jumps nowhere.
    expect(rim.tightest?.radius).toBeCloseTo(25, 6);
    expect(rim.jumps).toEqual([]);
    expect(rim.price.max).toBeLessThan(1e-6);
    expect(arcs.report.exact).toMatchObject([{ what: 'point', count: 1 }]);
    expect(arcs.report.approximated.map(({ count }) => count)).toEqual([2]);
    const lines = await handed(kettle(), 'iges', { form: 'polylines', tolerance: 0.05 });
    expect(lines.standIns.every(({ arcs: count }) => count === 0)).toBe(true);
    const back = bringIn(lines.bytes);
    if (!back.ok) throw new Error(back.failure);
    expect(back.value.items.map((item) => (item.kind === 'curve' ? item.nurbs.degree : null))).toEqual([1, 1, null]);
  });

  it('says why it cannot', async () => {
    const nothing = await handOver(emptyProject('Empty'), options('step'));
    expect(nothing.ok ? null : nothing.failure).toMatch('nothing to hand over');
    const fine = await handOver(kettle(), options('table', { table: { places: { apart: 1e-7 } } }));
    expect(fine.ok ? null : fine.failure).toMatch(/rows/);
    const narrow = await handOver(kettle(), options('machine', { tolerance: 1e-4 }));
    expect(narrow.ok ? null : narrow.failure).toMatch(/tolerance/);
  });

  it('knows its formats by name', () => {
    expect(isExportFormat('step')).toBe(true);
    expect(isExportFormat('toString')).toBe(false);
  });
});
