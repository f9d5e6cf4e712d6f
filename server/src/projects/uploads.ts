import { Failure } from './failure';

interface Upload {
  readonly parts: (string | undefined)[];
  usedAt: number;
}

/** The parts that an upload may have. */
export const MOST_PARTS = 100;
/** Longest text of all parts together, in characters. */
export const LARGEST_UPLOAD = { characters: 150_000_000, words: '150 MB' } as const;
/** Uploads at one time; of more, the one that was used longest ago is forgotten, and is sent anew. */
const AT_ONCE = 4;
const FORGOTTEN_AFTER_MS = 10 * 60 * 1000;

/**
 * Steps that are too large for one request come as parts of a text, in any order, under a name of the sender's choice.
 * They lie in memory until they are taken as a whole: what is not all there is not kept, and nobody was told it was.
 */
export class Uploads {
  private readonly known = new Map<string, Upload>();

  add(project: string, name: string, part: number, text: string, now = Date.now()): void {
    this.forget(now);
    const key = keyOf(project, name);
    const upload = this.known.get(key) ?? { parts: [], usedAt: now };
    const others = upload.parts.reduce((sum, each, i) => sum + (i === part ? 0 : (each?.length ?? 0)), 0);
    if (others + text.length > LARGEST_UPLOAD.characters) {
      this.known.delete(key);
      const size = Math.ceil((others + text.length) / 1e6);
      throw new Failure(
        413,
        `These steps hold ${size} MB or more; at most ${LARGEST_UPLOAD.words} can be sent at once`,
      );
    }
    upload.parts[part] = text;
    upload.usedAt = now;
    this.known.delete(key);
    this.known.set(key, upload);
    const [oldest] = this.known.keys();
    if (this.known.size > AT_ONCE) this.known.delete(oldest);
  }

  /**
   * The whole of `count` parts, which is forgotten here. Throws a `Failure` where a part is missing, as after a restart:
   * 503, since sending all of them again helps.
   */
  take(project: string, name: string, count: number): { readonly value: unknown; readonly characters: number } {
    const parts = Array.from({ length: count }, (_, i) => this.known.get(keyOf(project, name))?.parts[i]);
    const missing = parts.indexOf(undefined);
    if (missing >= 0) throw new Failure(503, `Part ${missing + 1} of ${count} has not come: send all parts again`);
    this.known.delete(keyOf(project, name));
    const text = parts.join('');
    try {
      return { value: JSON.parse(text) as unknown, characters: text.length };
    } catch (error) {
      throw new Failure(400, `The parts together are not JSON: ${(error as Error).message}`);
    }
  }

  private forget(now: number): void {
    for (const [key, { usedAt }] of this.known) if (now - usedAt > FORGOTTEN_AFTER_MS) this.known.delete(key);
  }
}

const keyOf = (project: string, name: string): string => `${project}/${name}`;
