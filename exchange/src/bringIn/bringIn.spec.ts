import { igesSamples } from '../iges/samples.fixture';
import { machineSamples } from '../machine/samples.fixture';
import { curvesSamples } from '../curvesJson/samples.fixture';
import { stepSamples } from '../step/samples.fixture';
import { svgSamples } from '../svg/samples.fixture';
import { bringIn } from './bringIn';
import { fileKind } from './fileKind';

const bytesOf = (text: string) => new TextEncoder().encode(text);
const kindOf = (text: string) => fileKind(bytesOf(text)).kind;
const why = (text: string) => {
  const result = bringIn(bytesOf(text));
  return result.ok ? null : result.failure;
};

describe('a file', () => {
  it('is known by its content', () => {
    for (const [kind, samples] of Object.entries({
      step: stepSamples,
      iges: igesSamples,
      svg: svgSamples,
      curves: curvesSamples,
      machine: machineSamples,
    })) {
      // prettier-ignore
      for (const sample of samples()) {
        expect(fileKind(sample).kind).toBe(kind);
        expect(bringIn(sample).ok).toBe(true);
      }
    }
    expect(kindOf('\ufeff  \nISO-10303-21;\n')).toBe('step');
    expect(kindOf('<!-- <html> -->\n<!DOCTYPE svg [<!ENTITY a "<b>">]>\n<s:svg/>')).toBe('svg');
    expect(kindOf(`${' '.repeat(72)}C      1\n`)).toBe('iges');
    expect(kindOf('{ "format": "pencil-bend-project" }')).toBe('project');
    expect(kindOf('x;y\n1,5;2\n')).toBe('points');
    expect(kindOf('')).toBe('points');
  });

  it('is refused by name where it holds no curves', () => {
    expect(why('%PDF-1.7')).toBe('it is a PDF document');
    expect(why('<html><svg/></html>')).toBe('it is XML of another kind: its first element is html');
    expect(why('solid a\nfacet normal 0 0 1\n')).toMatch('a mesh of triangles');
    expect(why(`${' '.repeat(72)}B      1\n`)).toMatch('binary form');
    expect(why('{"a":1}')).toMatch('projects are opened from their page');
    expect(why('1 2 3')).toBe('there are no curves in it');
  });

  it('is refused with both numbers where it is too large', () => {
    const result = bringIn(new Uint8Array(100_000_001));
    expect(result.ok ? null : result.failure).toBe('it has 101 MB; up to 100 MB are read');
  });
});
