import { lineBetween } from '@pencil-bend/core';
import type { ExportReport, StandIn } from '@pencil-bend/exchange';
import { exportRows } from './exportRows';
import { placesInWords } from './entryWords';

const price = { max: 0.00989, at: [1, 2, 0], bound: 0.01 } as const;

describe('what is said of a file before it is saved', () => {
  it('is what goes exactly, at what price, and what is left out, with their names', () => {
    const report: ExportReport = {
      exact: [{ what: 'curve', why: 'exact', count: 4, where: ['Wall', 'Rim', 'Lid', 'Base'].map((entity) => ({ entity })) }], // prettier-ignore
      approximated: [{ what: 'curve', why: 'by cubic Bézier pieces', count: 1, price: { ...price, bound: null }, where: [{ entity: 'Spout' }] }], // prettier-ignore
      renamed: [],
      leftOut: [{ what: 'guide', why: 'it is to work to', count: 2, where: [] }],
    };
    expect(
      exportRows(report, [], 'mm').map(({ kindWord, what, why, price: cost, names }) => [
        kindWord,
        what,
        why,
        cost,
        names,
      ]),
    ).toEqual([
      // prettier-ignore
      ['exact', '4 curves', 'by their own numbers', '', 'Wall, Rim, Lid …'],
      ['within', '1 curve', 'by cubic Bézier pieces', '≈ 0.00989 mm', 'Spout'],
      ['left out', '2 guides', 'it is to work to', '', ''],
    ]);
  });

  it('counts the arcs and lines that stand for a curve, with the smallest radius and the jumps of its curvature', () => {
    const standIn: StandIn = {
      name: 'Wall',
      curve: lineBetween([0, 0, 0], [1, 0, 0]),
      arcs: 4,
      lines: 1,
      tightest: { radius: 12.5, at: [0, 0, 0] },
      jumps: [0.001, 0.062].map((size) => ({ at: [0, 0, 0], size })),
      price,
    };
    const [row] = exportRows({ exact: [], approximated: [], renamed: [], leftOut: [] }, [standIn], 'mm');
    expect([row.what, row.why, row.price, row.at]).toEqual([
      'Wall',
      '4 arcs, 1 line; smallest radius 12.50 mm; curvature jumps at 2 places, by 0.062 /mm at most',
      '0.00989 mm',
      [1, 2, 0],
    ]);
  });

  it('names lines and entities of what comes from a file', () => {
    const where = [{ line: 12, entity: 'D57' }, { line: 40, column: 3, entity: '#61', detail: '3e-6 mm apart' }, { entity: 'path' }]; // prettier-ignore
    expect(placesInWords({ what: 'curve', why: '', count: 9, where })).toBe(
      'line 12 (D57); line 40, column 3 (#61, 3e-6 mm apart); path …',
    );
  });
});
