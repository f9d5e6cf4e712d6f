import { kettle } from './kettle';
import { sampler } from './sampler';

/** The projects of the demo by their names, the first one first. */
export const DEMOS = { kettle, sampler } as const;
