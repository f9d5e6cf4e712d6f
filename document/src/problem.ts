/** One thing wrong with given data: where, as a JSON pointer (RFC 6901), and what, in words. */
export interface Problem {
  readonly path: string;
  readonly message: string;
}

/** A pointer to a member: '' is the whole value. */
export const pointer = (...parts: readonly (string | number)[]): string =>
  parts.map((part) => `/${String(part).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');

export const inWords = (problems: readonly Problem[]): string =>
  problems.map(({ path, message }) => (path ? `${path}: ${message}` : message)).join('; ');
