import { createHash } from 'node:crypto';
import type { EntityManager, EntitySchema } from 'typeorm';
import { type ContentRow, PictureEntity, PointSetEntity } from '../database/entities';
import type { DatabaseLock } from '../database/databaseLock';
import type { KeptContents } from './contract';
import { Failure } from './failure';
import { pictureType } from './pictureType';
import { pointSetType } from './pointSetType';
import { rowOf } from './rows';

/** One kind of what is kept beside a log. */
interface ContentKind {
  readonly label: string;
  readonly entity: EntitySchema<ContentRow>;
  /** The media type of bytes; throws a `Failure` for what is none of this kind. */
  readonly typeOf: (bytes: Uint8Array) => string;
}

export const PICTURES: ContentKind = { label: 'picture', entity: PictureEntity, typeOf: pictureType };
export const POINT_SETS: ContentKind = { label: 'measured set', entity: PointSetEntity, typeOf: pointSetType };

/** The name of bytes, made from what they are. */
export const contentName = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex').slice(0, 32);

/** Bytes of one kind, kept with projects. */
export class Contents implements KeptContents {
  constructor(
    private readonly database: DatabaseLock,
    private readonly kind: ContentKind,
  ) {}

  async add(projectId: string, bytes: Uint8Array): Promise<{ readonly id: string }> {
    const add = adding(this.kind, bytes);
    return this.database.write(async (manager) => {
      await rowOf(manager, projectId);
      return { id: await add(manager, projectId) };
    });
  }

  of(projectId: string, id: string): Promise<Pick<ContentRow, 'type' | 'bytes'>> {
    return this.database.read(async (manager) => {
      const row = await manager.findOneBy(this.kind.entity, { projectId, id });
      if (!row) throw new Failure(404, `There is no ${this.kind.label} '${id}' in this project`);
      return row;
    });
  }
}

/** What adds bytes to a project, once; made outside of a transaction, since it reads them. Throws a `Failure`. */
export function adding({ entity, typeOf }: ContentKind, bytes: Uint8Array) {
  const type = typeOf(bytes);
  const id = contentName(bytes);
  return async (manager: EntityManager, projectId: string): Promise<string> => {
    if (!(await manager.existsBy(entity, { projectId, id }))) {
      await manager.insert(entity, { projectId, id, type, bytes: Buffer.from(bytes) });
    }
    return id;
  };
}
