/** One thing wrong with given data: where, as a JSON pointer (RFC 6901), and what, in words. */
export interface Problem {
  readonly path: string;
  readonly message: string;
  /** The place in the terms of the drawing: 'the curve Lid, point 1, x'. */
  readonly place?: string;
}

/** A pointer to a member: '' is the whole value. */
export const pointer = (...parts: readonly (string | number)[]): string =>
  parts.map((part) => `/${String(part).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');

/** The parts of a pointer. */
export const pointerParts = (path: string): string[] =>
  path
    .split('/')
    .slice(1)
    .map((part) => part.replaceAll('~1', '/').replaceAll('~0', '~'));

export const inWords = (problems: readonly Problem[]): string =>
  problems.map(({ path, place = path, message }) => (place ? `${place}: ${message}` : message)).join('; ');
