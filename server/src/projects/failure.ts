import { inWords, type Problem } from '@pencil-bend/document';

/** A request that cannot be done: becomes a problem+json answer (RFC 9457). */
export class Failure extends Error {
  override readonly name = 'Failure';

  constructor(
    readonly status: number,
    readonly title: string,
    readonly problems: readonly Problem[] = [],
    readonly data: Readonly<Record<string, unknown>> = {},
  ) {
    super(problems.length > 0 ? `${title}: ${inWords(problems)}` : title);
  }
}
