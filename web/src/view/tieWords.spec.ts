import { projectWith, through } from '../session/bench.fixture';
import { followedInWords } from './tieWords';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

it('names what a point follows, and what its tangent does', () => {
  const project = projectWith(through('lip', [0, 0], [20, 10]), through('axis', [0, 50], [10, 50]));
  const place = { kind: 'place', item: 'lip', share: 0.5 } as const;
  const direction = { item: 'axis', turned: false };
  expect(followedInWords(project, { place })).toBe('Curve 1');
  expect(followedInWords(project, { direction })).toBe('the direction of Curve 2');
  expect(followedInWords(project, { place, direction })).toBe('Curve 1 and the direction of Curve 2');
  expect(followedInWords(project, { place: { kind: 'point', item: 'gone' } })).toBe('what is gone');
});
