import type { Joint, Project } from '@pencil-bend/document';
import { changed, projectWith, through } from '../session/bench.fixture';
import { jointReadings, type JointReading } from './jointReading';
import { addedInWords, jointSentence, jointTable, levelInWords, missingInWords, otherEnd } from './jointWords';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const LINE = {
  id: 'line',
  recipe: {
    kind: 'primitive',
    x: [1, 0, 0],
    y: [0, 1, 0],
    shape: { kind: 'arc', start: [40, 0, 0], through: [60, 5, 0], end: [80, 0, 0] },
  },
} as const;
const BASE = projectWith(through('lid', [0, 0], [15, 12], [40, 0]), through('rim', [40, 0], [60, -9], [80, 0]), LINE);
const joined = (item: string, level: 0 | 1 | 2 | 3) =>
  changed(BASE, {
    command: 'joinEnd',
    args: { item, end: 'start', leader: { kind: 'end', item: 'lid', end: 'end' }, level },
  });
const read = (project: Project) => jointReadings(project, project.itemOrder, {});

describe('a joint as it is read', () => {
  it('has what is wanted, what is reached and the names of both', () => {
    const [reading] = read(joined('rim', 2));
    expect(reading).toMatchObject({ item: 'rim', end: 'start', kind: 'joint', leader: 'lid', led: 'Curve 1', follower: 'Curve 2', wanted: 2, reached: 2, holds: true }); // prettier-ignore
    expect(levelInWords(reading)).toBe('G2');
    expect(jointSentence(reading, 'mm')).toBe('joint of Curve 1 and Curve 2, wanted G2, reached G2');
    expect(missingInWords(reading, 'mm')).toBeNull();
  });

  it('is the same reading as long as nothing of it changes', () => {
    const project = joined('rim', 1);
    const [first] = read(project);
    const within = {};
    expect(jointReadings(project, project.itemOrder, within)[0]).not.toBe(first);
    const again = jointReadings(project, project.itemOrder, within)[0];
    expect(jointReadings({ ...project }, project.itemOrder, within)[0]).toBe(again);
    const moved = changed(project, {
      command: 'movePoints',
      args: { item: 'lid', moves: [{ point: 'p2', to: [14, 9, 0] }] },
    });
    expect(jointReadings(moved, moved.itemOrder, within)[0]).not.toBe(again);
  });

  it('that is not kept says what it has, and why', () => {
    const [reading] = read(joined('line', 3));
    expect(reading.holds).toBe(false);
    expect(levelInWords(reading)).toMatch(/^G[12] of G3$/);
    expect(reading.problem).toMatch(/an arc can follow with G\d/);
    expect(jointSentence(reading, 'mm')).toMatch(
      /^joint of Curve 1 and Curve 3, wanted G3, reached G[12]: (curvature|rate) differs by /,
    );
  });

  it('across a plane is one with its image', () => {
    const project = changed(BASE, {
      command: 'joinEnd',
      args: { item: 'rim', end: 'end', leader: { kind: 'plane', at: [80, 0, 0], across: [1, 0, 0] }, level: 2 },
    });
    expect(read(project)[0]).toMatchObject({ led: 'its image', leader: null, reached: 2, holds: true });
  });

  it('is told of both ends of a blend, and of a corner', () => {
    const apart = projectWith(through('a', [0, 0], [15, 12], [40, 0]), through('b', [80, 0], [90, 9], [120, 0]));
    const blend = changed(apart, {
      command: 'drawBlend',
      args: { id: 'gap', first: { item: 'a', end: 'end', level: 3 }, second: { item: 'b', end: 'start', level: 2 } },
    });
    expect(read(blend)).toMatchObject([
      { item: 'gap', end: 'start', kind: 'blend', led: 'Curve 1', wanted: 3, reached: 3, holds: true },
      { item: 'gap', end: 'end', led: 'Curve 2', wanted: 2, reached: 2, holds: true },
    ]);
    expect(jointSentence(read(blend)[1], 'mm')).toBe('blend of Curve 2 and Blend 1, wanted G2, reached G2');
  });
});

describe('words of joints', () => {
  it('a table of what is measured beside what it may be', () => {
    const { figures } = read(joined('rim', 1))[0] as JointReading & { figures: NonNullable<JointReading['figures']> };
    const most = { within: 1, gap: 0.001, angle: 0.05, curvature: 1, rate: 5 };
    const rows = jointTable(figures, most, 'mm');
    expect(rows.map(({ label }) => label)).toEqual(['gap', 'angle', 'curvature', 'rate']);
    expect(rows[0]).toMatchObject({ is: '0.0000 mm', most: '0.001 mm', holds: true });
    expect(rows[1]).toMatchObject({ is: '0.000°', most: '0.05°', holds: true });
    expect(rows[2].holds).toBe(false);
  });

  it('of what a joint brought', () => {
    const joint = (added?: Joint['added']) => addedInWords({ level: 3, ...(added && { added }) });
    expect(joint()).toBeNull();
    expect(joint({ raised: 1, knots: [] })).toBe('Degree raised by 1 for G3: price 0, the curve does not move.');
    expect(joint({ raised: 0, knots: [0.5, 0.25] })).toBe('2 points added for G3: price 0, the curve does not move.');
    expect(otherEnd('start')).toBe('end');
  });

  it('of a gap', () => {
    expect(levelInWords({ wanted: 1, reached: -1, holds: false })).toBe('gap of G1');
  });
});
