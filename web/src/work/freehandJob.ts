import type { FitFailure, Result } from '@pencil-bend/core';
import { freehand, type Freehand } from '@pencil-bend/core/changing';
import { type Packed, packed } from './packed';

/** A curve near the samples of a stroke, soon. Apart from the other jobs: it is also done where it is asked for. */
export interface FreehandJob {
  readonly asked: { readonly samples: Float64Array; readonly tolerance: number; readonly corners: boolean };
  readonly answer: Result<Packed<Freehand>, FitFailure>;
}

export const freehandJob = ({ samples, tolerance, corners }: FreehandJob['asked']): FreehandJob['answer'] =>
  packed(freehand(samples, tolerance, { quick: true, ...(!corners && { cornerTurn: Infinity }) }));
