import type { Id, Stamp } from '@pencil-bend/document';

const LETTERS = 'abcdefghijklmnopqrstuvwxyz0123456789';

/** A fresh id of 12 letters and digits: 62 random bits, enough for every project there will be. */
export function newId(): Id {
  const random = crypto.getRandomValues(new Uint32Array(12));
  return Array.from(random, (value) => LETTERS[value % LETTERS.length]).join('');
}

export const newStamp = (): Stamp => ({ id: newId(), time: new Date().toISOString() });
