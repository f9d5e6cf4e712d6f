import type { KeptProjects } from '../projects/contract';
import { kettle } from './kettle';
import { sampler } from './sampler';

/** The projects of the demo by their names, the first one first, each with how it is looked at. */
export const DEMOS = {
  kettle: { make: kettle, view: {} },
  // What each of them is has to be read beside it.
  sampler: { make: sampler, view: { names: true } },
} as const;

export type DemoName = keyof typeof DEMOS;

/** Makes a project of the demo. */
export async function createDemo(store: KeptProjects, name: DemoName): ReturnType<KeptProjects['create']> {
  const { make, view } = DEMOS[name];
  const { project, pointSets } = make();
  const created = await store.create(project, [...pointSets.values()]);
  await store.keepView(created.id, view);
  return created;
}
