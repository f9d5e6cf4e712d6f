import { circle, type Curve, FRONT, packVectors, throughPoints } from '@pencil-bend/core';
import { curveReading } from '../../view/curveReading';
import type { GraphCurve } from '../../view/graphCurve';
import type { CurveMark } from '../../view/curveMarks';
import { drawGraph, graphFrame, type GraphMarks, lengthAtX, xOf, yOf } from './curvatureGraph';

const fit = throughPoints(
  packVectors([
    [0, 0, 0],
    [40, 30, 0],
    [90, 0, 0],
  ]),
);
if (!fit.ok) throw new Error(fit.failure.kind);
const SIZE = [800, 150] as const;
const graphOf = (curve: Curve, offset = 0): GraphCurve => ({
  id: null,
  name: '',
  colour: '',
  offset,
  reading: curveReading(curve, [0, 0, 1], true),
});
const own = graphOf(fit.value.curve);
const { profile } = own.reading;
const whole = { from: 0, to: profile.length };
const frame = graphFrame([own], whole, SIZE);

describe('the graph', () => {
  it('goes from length to pixel and back', () => {
    for (const share of [0, 0.3, 1]) {
      expect(lengthAtX(frame, xOf(frame, share * profile.length))).toBeCloseTo(share * profile.length, 9);
    }
    expect(lengthAtX(frame, xOf(frame, -5))).toBeCloseTo(-5, 9);
    expect(frame.own).toBe(profile.length);
  });

  it('shows the largest curvature within a round axis, upwards for the plus sign', () => {
    const largest = Math.max(...profile.kappa.map(Math.abs));
    expect(frame.most).toBeGreaterThanOrEqual(largest);
    expect(frame.most).toBeLessThanOrEqual(2 * largest);
    expect(yOf(frame, frame.most)).toBeLessThan(yOf(frame, 0));
    // In inches the axis is round in inches.
    expect([1, 2, 3, 5, 8]).toContain(
      Number(String(Number((graphFrame([own], whole, SIZE, 25.4).most * 25.4).toPrecision(6))).replace(/[.0]/g, '')),
    );
  });

  it('has room for all curves that are laid over each other', () => {
    const small = graphOf(circle(FRONT, [0, 0, 0], 4));
    expect(graphFrame([own, small], whole, SIZE).most).toBeGreaterThanOrEqual(0.25);
  });

  it('zoomed in is as high as what is seen needs, and as wide', () => {
    // Before the curve lies a circle that is much tighter.
    const before = graphOf(circle(FRONT, [0, 0, 0], 4), -8 * Math.PI);
    const seen = { from: 2, to: 10 };
    const zoomed = graphFrame([own, before], seen, SIZE);
    expect(zoomed.most).toBeLessThan(0.25);
    expect(xOf(zoomed, 2)).toBe(62);
    expect(xOf(zoomed, 10)).toBe(800 - 18);
    expect(graphFrame([own, before], { from: -3, to: 10 }, SIZE).most).toBeGreaterThanOrEqual(0.25);
  });

  it('on a logarithmic scale goes down in decades from the largest size, for both signs alike', () => {
    const log = graphFrame([own], whole, SIZE, 1, true);
    const height = yOf(log, log.most / 1000) - yOf(log, log.most);
    expect(yOf(log, log.most / 10) - yOf(log, log.most)).toBeCloseTo(height / 3, 9);
    expect(yOf(log, -log.most / 100)).toBe(yOf(log, log.most / 100));
    // What is smaller stands at the foot.
    expect(yOf(log, 0)).toBe(yOf(log, log.most / 1000));
  });

  it('says the level of a meeting once where a run goes through it', () => {
    const meeting = (at: number): CurveMark => ({
      kind: 'meeting',
      at: [0, 0, 0],
      s: at,
      stretch: null,
      range: null,
      along: null,
      inwards: null,
      text: 'G2',
      rank: null,
      label: '',
    });
    const said = (more: Pick<GraphMarks, 'marks' | 'meetings'>) => {
      const rest = { others: [], current: null, limit: null, tooTight: [], limitLabel: '', cursor: null };
      const fillText = jest.fn();
      const context = new Proxy({ fillText } as Record<string, unknown>, {
        get: (own, name: string) => own[name] ?? (() => ({ width: 10 })),
      });
      drawGraph(context as never, frame, profile, { ...rest, ...more }, class {} as never);
      return fillText.mock.calls.filter(([text]) => text === 'G2').length;
    };
    const marks = [meeting(0), meeting(profile.length)];
    expect(said({ marks, meetings: [] })).toBe(2);
    expect(said({ marks, meetings: [{ s: 0, text: 'G2' }] })).toBe(2);
    expect(said({ marks: [meeting(0)], meetings: [{ s: 0, text: 'G2' }] })).toBe(1);
  });
});
