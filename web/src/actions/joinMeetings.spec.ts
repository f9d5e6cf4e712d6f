import { type Curve, distance, evaluate } from '@pencil-bend/core';
import { continuityAmong } from '@pencil-bend/core/reading';
import type { Id, Project } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { projectWith, through } from '../session/bench.fixture';
import { curveIn } from '../view/curveIn';
import { meetingOf } from '../view/meeting';
import { joiningOf } from './joinMeetings';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const BODY = projectWith(
  through('lid', [0, 0], [15, 12], [40, 0]),
  through('rim', [40, 0], [60, -9], [80, 0]),
  through('tee', [60, 40], [58, 20], [60, -9]),
);
function meetings(project: Project) {
  const ids: Id[] = ['lid', 'rim', 'tee'];
  const curves = ids.map((id) => curveIn(project, id) as Curve);
  return continuityAmong(curves, {}).map((each) => meetingOf(each, ids));
}
const joining = (project: Project, level: 0 | 1 | 2 | 3) =>
  joiningOf(project, meetings(project), (id) => curveIn(project, id), level);

describe('meetings to be joined', () => {
  it('are all in one step: ends with ends, and an end with a place along a curve', () => {
    const { call, left } = joining(BODY, 1);
    expect(left).toEqual([]);
    expect(call?.args.meetings).toHaveLength(2);
    const outcome = call && perform(BODY, call, { id: 'step-000001', time: '' });
    if (!outcome?.ok) throw new Error('refused');
    const { project } = outcome.value;
    const place = call?.args.meetings.flatMap(({ first, second }) => [first, second]).find((each) => 'share' in each);
    expect(place).toMatchObject({ item: 'rim', share: expect.any(Number) });
    expect(joining(project, 2).left).toEqual([]);
    expect(distance(evaluate(curveIn(project, 'rim') as Curve, 0), [40, 0, 0])).toBeLessThan(1e-9);
  });

  it('without one that cannot be, whose reason is told', () => {
    const locked = {
      ...BODY,
      items: {
        ...BODY.items,
        rim: { ...BODY.items['rim'], layer: 'shut' },
        lid: { ...BODY.items['lid'], layer: 'shut' },
      },
      layers: { ...BODY.layers, shut: { ...BODY.layers['sheet'], name: 'Shut', locked: true } },
      layerOrder: [...BODY.layerOrder, 'shut'],
    };
    const { call, left } = joining(locked, 1);
    expect(call?.args.meetings).toHaveLength(1);
    expect(left).toEqual([expect.stringMatching(/lies on the layer Shut, which is locked$/)]);
  });
});
