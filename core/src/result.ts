/** What an operation that can fail on honest input answers: a value, or a failure with its data. */
export type Result<Value, Failure> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly failure: Failure };

export const success = <Value>(value: Value) => ({ ok: true, value }) as const;
export const failed = <Failure>(failure: Failure) => ({ ok: false, failure }) as const;
