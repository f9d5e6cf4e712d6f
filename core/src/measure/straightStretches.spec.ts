import fc from 'fast-check';
import { anyCurve, flat } from '../curve/curves.fixture';
import { evaluate } from '../curve/evaluate';
import { rectangle } from '../exact/polyline';
import { across, distance, length, subtract, unit } from '../linear/vector';
import { FRONT } from '../plane/plane';
import { straightStretches } from './straightStretches';

describe('straight stretches', () => {
  it('are where degree + 1 control points stand in line', () => {
    const curve = flat(3, [0, 0, 0, 0, 1, 2, 3, 3, 3, 3], [[0, 0], [10, 0], [20, 0], [30, 0], [50, 20], [60, 0]]); // prettier-ignore
    expect(straightStretches(curve, 1e-9)).toEqual([{ from: 0, to: 1 }]);
    expect(straightStretches(curve, 25)).toEqual([{ from: 0, to: 3 }]);
    const bent = flat(3, [0, 0, 0, 0, 1, 1, 1, 1], [[0, 0], [10, 0.2], [20, 0], [30, 0]]); // prettier-ignore
    expect(straightStretches(bent, 0.1)).toEqual([]);
    expect(straightStretches(bent, 0.3)).toEqual([{ from: 0, to: 1 }]);
  });

  it('end at the corners of a frame', () => {
    expect(straightStretches(rectangle(FRONT, [0, 0, 0], 40, 30), 1e-9)).toHaveLength(4);
  });

  it('are straight on any curve, whatever the tolerance finds', () => {
    fc.assert(
      fc.property(anyCurve({ closing: 'either' }), fc.constantFrom(1e-3, 0.1, 1), (curve, tolerance) => {
        for (const { from, to } of straightStretches(curve, tolerance)) {
          const places = Array.from({ length: 21 }, (_, i) =>
            evaluate(curve, Math.min(to, from + ((to - from) * i) / 20)),
          );
          const chord = distance(places[0], places[20]);
          // Twice the tolerance: the ends lie anywhere within it.
          const bend = Math.min(...places.map((place) => distance(places[0], place) + distance(place, places[20])));
          expect(bend).toBeGreaterThanOrEqual(chord * (1 - 1e-12));
          if (!(chord > 10 * tolerance)) continue;
          const direction = unit(subtract(places[20], places[0]));
          const widest = Math.max(...places.map((place) => length(across(subtract(place, places[0]), direction))));
          expect(widest).toBeLessThanOrEqual(2.5 * tolerance);
        }
      }),
    );
  });
});
