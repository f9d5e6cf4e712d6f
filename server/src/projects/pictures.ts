import { createHash } from 'node:crypto';
import { PictureEntity, type PictureRow } from '../database/entities';
import type { DatabaseLock } from '../database/databaseLock';
import { Failure } from './failure';
import { rowOf } from './rows';

export type Picture = Pick<PictureRow, 'type' | 'bytes'>;

/** The largest picture, in bytes and in words. */
export const LARGEST_PICTURE = { bytes: 20_000_000, words: '20 MB' } as const;

/** How files of each type begin (PNG, ISO/IEC 15948, 5.2; JPEG, ITU-T T.81, B.1.1.3). */
const BEGINNINGS: readonly (readonly [type: string, bytes: readonly number[]])[] = [
  ['image/png', [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]],
  ['image/jpeg', [0xff, 0xd8, 0xff]],
];

/** Pictures to trace over: kept with a project under a name made from their content, apart from its log. */
export class Pictures {
  constructor(private readonly database: DatabaseLock) {}

  /** The same picture given again is the same one. */
  add(projectId: string, bytes: Uint8Array): Promise<{ readonly id: string }> {
    const type = typeOf(bytes);
    if (!type) throw new Failure(415, 'A picture is a PNG or a JPEG file; this is neither');
    const id = createHash('sha256').update(bytes).digest('hex').slice(0, 32);
    return this.database.write(async (manager) => {
      await rowOf(manager, projectId);
      if (!(await manager.existsBy(PictureEntity, { projectId, id }))) {
        await manager.insert(PictureEntity, { projectId, id, type, bytes: Buffer.from(bytes) });
      }
      return { id };
    });
  }

  of(projectId: string, id: string): Promise<Picture> {
    return this.database.read(async (manager) => {
      const row = await manager.findOneBy(PictureEntity, { projectId, id });
      if (!row) throw new Failure(404, `There is no picture '${id}' in this project`);
      return row;
    });
  }
}

const typeOf = (bytes: Uint8Array): string | null =>
  BEGINNINGS.find(([, beginning]) => beginning.every((byte, i) => bytes[i] === byte))?.[0] ?? null;
