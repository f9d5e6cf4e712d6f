import { packCurve, type Result, success } from '@pencil-bend/core';

/** A result whose curve is packed, to travel between threads. */
export type Packed<Value> = Omit<Value, 'curve'> & { readonly curve: Float64Array };

export function packed<Value extends { readonly curve: Parameters<typeof packCurve>[0] }, Failure>(
  result: Result<Value, Failure>,
): Result<Packed<Value>, Failure> {
  return result.ok ? success({ ...result.value, curve: packCurve(result.value.curve) }) : result;
}
