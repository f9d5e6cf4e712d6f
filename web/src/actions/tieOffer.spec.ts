import { FRONT } from '@pencil-bend/core';
import { handlesOn, plainItem } from '@pencil-bend/document';
import { perform } from '@pencil-bend/document/steps';
import { projectWith, through } from '../session/bench.fixture';
import { shownItem } from '../view/shownItem';
import { tieOffered } from './tieOffer';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const PROJECT = projectWith(through('lid', [0, 0], [20, 10], [40, 0]), through('strut', [0, 30], [20, 10], [30, 40]), {
  id: 'dot',
  at: [30, 40, 0],
});
const offered = (project: typeof PROJECT, item: string, point: string) =>
  tieOffered(
    project,
    handlesOn(item, [{ kind: 'fit', id: point }]),
    project.itemOrder.map((id) => shownItem(id, plainItem(project, project.items[id]), project)),
    FRONT,
  );

it('a point that lies on another curve is offered a tie to it, which can be made', () => {
  const offer = offered(PROJECT, 'strut', 'p2');
  expect(offer).toMatchObject({ to: 'Curve 1', says: 'point 2 lies on Curve 1', at: [20, 10, 0] });
  if (!offer) throw new Error('nothing was offered');
  const outcome = perform(PROJECT, offer.call, { id: 'step-000001', time: '' });
  if (!outcome.ok) throw new Error(outcome.failure);
  expect(offered(outcome.value.project, 'strut', 'p2')).toBeNull();
});

it('not an end, which is joined, nor a point beside everything', () => {
  expect(offered(PROJECT, 'strut', 'p3')).toBeNull();
  const beside = projectWith(through('lid', [0, 0], [20, 10], [40, 0]), through('strut', [0, 30], [20, 11], [30, 40]));
  expect(offered(beside, 'strut', 'p2')).toBeNull();
});
