import { createHash } from 'node:crypto';
import { pictureSizeProblem } from '@pencil-bend/document';
import { disableTypes, imageSize, types } from 'image-size';
import { PictureEntity, type PictureRow } from '../database/entities';
import type { DatabaseLock } from '../database/databaseLock';
import type { KeptPictures } from './contract';
import { Failure } from './failure';
import { rowOf } from './rows';

export type Picture = Pick<PictureRow, 'type' | 'bytes'>;

export class Pictures implements KeptPictures {
  constructor(private readonly database: DatabaseLock) {}

  async add(projectId: string, bytes: Uint8Array): Promise<{ readonly id: string }> {
    const type = typeOf(bytes);
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

/** What a browser can show, by what its file says of itself; throws a `Failure` for anything else. */
function typeOf(bytes: Uint8Array): string {
  const size = sizeOf(bytes);
  const type = TYPES[size?.type ?? ''];
  if (!size || !type) throw new Failure(415, 'A picture is a PNG or a JPEG file; this is neither');
  const problem = pictureSizeProblem(size);
  if (problem !== null) throw new Failure(413, `This picture has ${problem}`);
  return type;
}

const TYPES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg' };
// Nothing else is even looked into.
disableTypes(types.filter((type) => !Object.hasOwn(TYPES, type)));

function sizeOf(bytes: Uint8Array): { width: number; height: number; type?: string } | null {
  try {
    return imageSize(bytes);
  } catch {
    // Its errors are those of a reader that expected more.
    return null;
  }
}
