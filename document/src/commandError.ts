/** Thrown by an edit that cannot be done to this recipe or project: what and why, in words for the user. */
export class CommandError extends Error {
  override readonly name = 'CommandError';
}
