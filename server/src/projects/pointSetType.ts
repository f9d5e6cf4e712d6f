import { pointSetProblem } from '@pencil-bend/document';
import { Failure } from './failure';

export const POINT_SET_TYPE = 'application/octet-stream';

/** Points as `pointSetBytes` writes them; throws a `Failure` for anything else. */
export function pointSetType(bytes: Uint8Array): string {
  const problem = pointSetProblem(bytes);
  if (problem !== null) throw new Failure(422, `These are no measured points: ${problem}`);
  return POINT_SET_TYPE;
}
