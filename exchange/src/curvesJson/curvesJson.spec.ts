import Ajv2020 from 'ajv/dist/2020';
import { curvesSchema } from '@pencil-bend/document/published';
import { plainJsonProblem } from '@pencil-bend/document';
import fc from 'fast-check';
import { anySheet, bitsOf } from '../nurbs.fixture';
import { readCurvesJson } from './read';
import { writeCurvesJson } from './write';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const why = (text: string) => {
  const result = readCurvesJson(bytesOf(text));
  return result.ok ? null : result.failure;
};
const conforms = new Ajv2020({ strict: false }).compile(curvesSchema);

const LINE = { degree: 1, closing: 'open', knots: [0, 0, 1, 1], points: [[0, 0, 0], [1, 0, 0]] }; // prettier-ignore
const file = (...curves: readonly unknown[]) => JSON.stringify({ format: 'pencil-bend-curves', version: 1, units: 'mm', curves }); // prettier-ignore

describe('files of curves', () => {
  it('keep to their schema, and come back to the last bit', () => {
    fc.assert(
      fc.property(anySheet(), (sheet) => {
        const { bytes } = writeCurvesJson(sheet);
        const value: unknown = JSON.parse(new TextDecoder().decode(bytes));
        expect(conforms(value)).toBe(true);
        const result = readCurvesJson(bytes);
        if (!result.ok) throw new Error(result.failure);
        expect(result.value.report).toMatchObject({ changed: [], leftOut: [] });
        result.value.items.forEach((item, i) => {
          const sent = sheet.items[i];
          if (item.kind !== 'curve' || sent.kind !== 'curve') throw new Error('a curve is needed');
          expect(bitsOf(item.nurbs)).toEqual(bitsOf(sent.nurbs));
          expect(item.name).toBe(sent.name);
        });
      }),
    );
  });

  it('bring what keeps to the schema, and say of the rest what is wrong and where', () => {
    const bad: readonly (readonly [unknown, string, string])[] = [
      [{ ...LINE, degree: 'one' }, 'its degree is no number', '/curves/1/degree'],
      [{ ...LINE, closing: 'round' }, 'its closing is none of open, clamped-closed, periodic', '/curves/1/closing'],
      [{ ...LINE, knots: [0, 0, 1, null] }, 'its knots are no numbers', '/curves/1/knots'],
      [{ ...LINE, points: [[0, 0, 0], [1, 0]] }, 'a point has no three coordinates', '/curves/1/points/1'], // prettier-ignore
      [{ ...LINE, weights: [1] }, '2 weights are needed, and it has 1', '/curves/1/weights'],
      [{ ...LINE, weights: [1, -1] }, 'weight 2 is -1', '/curves/1'],
      [{ ...LINE, knots: [0, 0, 1] }, '2 control points of degree 1 need 4 knots, and it has 3', '/curves/1'],
      [{ ...LINE, closing: 'periodic', degree: 1e9 }, 'its degree is 1000000000; up to 25 can be drawn', '/curves/1'],
      [7, 'it is no object', '/curves/1'],
    ];
    for (const [curve, reason, entity] of bad) {
      const text = file(LINE, curve);
      expect(conforms(JSON.parse(text)) && !/knots, and it has|weights are needed/.test(reason)).toBe(false);
      const result = readCurvesJson(bytesOf(text));
      if (!result.ok) throw new Error(result.failure);
      expect(result.value.items).toHaveLength(1);
      expect(result.value.report.leftOut).toMatchObject([{ why: reason, where: [{ entity }] }]);
    }
  });

  it('are refused in words, with line and column', () => {
    expect(why('{"format":\n"pencil-bend-curves",,}')).toMatch(/it is not JSON: .* \(line 2, column 22\)/);
    expect(why(file(LINE).slice(0, 80))).toMatch(/it is not JSON: .* \(line 1, column \d+\)/);
    expect(why('{"format":"other"}')).toBe("its format is not 'pencil-bend-curves'");
    expect(why('[]')).toBe("its format is not 'pencil-bend-curves'");
    expect(why(file(LINE).replace('"version":1', '"version":9'))).toMatch(
      'made by a newer version (9; this one reads 1)',
    );
    expect(why(file(LINE).replace('"mm"', '"in"'))).toBe("its units are not 'mm' (/units)");
    expect(why(file())).toBe('there are no curves in it');
    const deep = `${'['.repeat(70)}${']'.repeat(70)}`;
    expect(plainJsonProblem(JSON.parse(deep))).not.toBeNull();
    expect(why(deep)).not.toBeNull();
  });
});
