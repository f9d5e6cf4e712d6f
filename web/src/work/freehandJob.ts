import { freehand } from '@pencil-bend/core';
import type { Answer, Asked } from './jobs';
import { packed } from './packed';

/** A curve near the samples of a stroke. Apart from the other jobs: it is also done where it is asked for, at once. */
export const freehandJob = ({ samples, tolerance, corners }: Asked<'freehand'>): Answer<'freehand'> =>
  packed(freehand(samples, tolerance, { quick: true, ...(!corners && { cornerTurn: Infinity }) }));
