import fc from 'fast-check';
import { anySheet } from '../nurbs.fixture';
import { writeCurvesJson } from './write';

export const curvesSamples = (): readonly Uint8Array[] =>
  fc.sample(anySheet(), { numRuns: 4, seed: 5 }).map((sheet) => writeCurvesJson(sheet).bytes);
