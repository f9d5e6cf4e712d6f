import { interpolate } from '../fit/through/interpolate';
import { throughPoints } from '../fit/through/throughPoints';
import { valueOf } from '../curve/curves.fixture';
import { scratch, wholeScratch } from './scratch';

describe('a place for numbers in the making', () => {
  it('is the same again, grows, and is not kept when it is large', () => {
    for (const room of [scratch(), wholeScratch()]) {
      expect(room(10)).toBe(room(20));
      expect(room(1000).length).toBeGreaterThanOrEqual(1000);
      expect(room(100_000)).not.toBe(room(100_000));
      expect(room(10).length).toBeLessThan(100_000);
    }
  });

  it('is seen in no result: a fit keeps its numbers while others are made', () => {
    const wave = (count: number, phase: number) =>
      Float64Array.from({ length: 3 * count }, (_, i) => (i % 3 === 0 ? 4 * i : 20 * Math.sin(i / 4 + phase)));
    const parameters = (count: number) => Float64Array.from({ length: count }, (_, i) => i / (count - 1));
    const made = [5, 30, 9].map((count, i) => {
      const fit = valueOf(throughPoints(wave(count, i), { closed: i === 2 }));
      const curve = valueOf(interpolate(wave(count, i), parameters(count), 3));
      return { fit, curve, before: structuredClone({ fit, curve }) };
    });
    for (let i = 0; i < 5; i++) {
      valueOf(throughPoints(wave(40 - 5 * i, 0.3), { closed: i % 2 === 0, parameterisation: 'foley-nielson' }));
      valueOf(interpolate(wave(40 - 5 * i, 0.3), parameters(40 - 5 * i), 2));
    }
    for (const { fit, curve, before } of made) expect({ fit, curve }).toEqual(before);
  });
});
