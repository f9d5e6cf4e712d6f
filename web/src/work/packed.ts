import { type Curve, packCurve, type Result, success } from '@pencil-bend/core';

/** A result whose curve is packed, to travel between threads. */
export type Packed<Value> = Omit<Value, 'curve'> & { readonly curve: Float64Array };

/** Functions do not travel; progress is reported beside. */
export type Plain<Options> = Omit<Options, 'progress'>;

export const packedValue = <Value extends { readonly curve: Curve }>(value: Value): Packed<Value> => ({
  ...value,
  curve: packCurve(value.curve),
});

export function packed<Value extends { readonly curve: Curve }, Failure>(
  result: Result<Value, Failure>,
): Result<Packed<Value>, Failure> {
  return result.ok ? success(packedValue(result.value)) : result;
}
