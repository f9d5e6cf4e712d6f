import fc from 'fast-check';
import { anySheet, bitsOf } from '../nurbs.fixture';
import { readStep } from './read';
import { writeStep } from './write';

const TIME = '2026-12-02T06:00:00';

describe('STEP files of our own', () => {
  it('come back to the last bit in mm', () => {
    fc.assert(
      fc.property(anySheet(), (sheet) => {
        const read = readStep(writeStep(sheet, { units: 'mm', time: TIME }).bytes);
        if (!read.ok) throw new Error(read.failure);
        const { items, report } = read.value;
        expect(report).toMatchObject({ changed: [], leftOut: [], problems: [], approximated: [], uncertainty: 1e-6 });
        expect(report.units).toEqual([{ name: 'mm', toMm: 1, assumed: false }]);
        expect(items).toHaveLength(sheet.items.length);
        items.forEach((item, i) => {
          const sent = sheet.items[i];
          if (item.kind !== 'curve' || sent.kind !== 'curve') throw new Error('a curve is needed');
          expect(bitsOf(item.nurbs)).toEqual(bitsOf(sent.nurbs));
          expect(item).toMatchObject({ name: sent.name, layer: sent.layer, colour: sent.colour, isHidden: false });
        });
      }),
    );
  });

  it.each([
    ['in', 25.4],
    ['cm', 10],
    ['m', 1000],
  ] as const)('come back to a rounding in %s', (units, toMm) => {
    fc.assert(
      fc.property(anySheet(), (sheet) => {
        const read = readStep(writeStep(sheet, { units, time: TIME }).bytes);
        if (!read.ok) throw new Error(read.failure);
        expect(read.value.report.units).toEqual([{ name: units, toMm, assumed: false }]);
        read.value.items.forEach((item, i) => {
          const sent = sheet.items[i];
          if (item.kind !== 'curve' || sent.kind !== 'curve') throw new Error('a curve is needed');
          item.nurbs.points.forEach((x, k) => {
            const was = sent.nurbs.points[k];
            expect(Math.abs(x - was)).toBeLessThanOrEqual(1e-12 * Math.abs(was) + 1e-300);
          });
          expect(item.nurbs.closing).toBe(sent.nurbs.closing);
        });
      }),
      { numRuns: 30 },
    );
  });
});
