import { openBench, projectWith, through } from './bench.fixture';
import { Editing } from './editing';
import { Target } from './target';
import { Viewports } from './viewports';

jest.mock('../work/browserWorker', () => ({ startBrowserWorker: () => null }));

const opened = () => {
  const bench = openBench(projectWith(through('a', [0, 0], [10, 5])));
  return { editing: bench.inject(Editing), target: bench.inject(Target), viewports: bench.inject(Viewports) };
};

describe('the viewport', () => {
  it('is one value of camera, plane and size, which lives in the kept view', () => {
    const { viewports } = opened();
    expect([viewports.isLookedAt(), viewports.viewport().width]).toEqual([false, 0]);
    viewports.resize(800, 500);
    viewports.look({ x: 3, y: 4, scale: 0.1 });
    expect(viewports.isLookedAt()).toBe(true);
    expect(viewports.viewport()).toMatchObject({
      x: 3,
      y: 4,
      scale: 0.1,
      width: 800,
      height: 500,
      plane: { x: [1, 0, 0] },
    });
    expect(viewports.reach()).toBeCloseTo(0.9, 12);
  });
});
