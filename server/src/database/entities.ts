import { EntitySchema } from 'typeorm';

/** A project as it is listed; its drawing is the newest snapshot with the later steps applied. */
export interface ProjectRow {
  id: string;
  /** Copied from the drawing, for the list. */
  name: string;
  /** Number of steps kept so far. */
  revision: number;
  createdAt: string;
  changedAt: string;
  /** Curves and points in the drawing, for the list. */
  items: number;
  /** When it was put into the bin; null outside. */
  deletedAt: string | null;
  /** View settings as JSON: beside the drawing, not in its log. */
  view: string;
}

/** One kept step of a project's log; `revision` is the one it leads to. */
export interface StepRow {
  projectId: string;
  revision: number;
  /** Given by the browser, so that a step sent twice is kept once. */
  id: string;
  kind: string;
  of: string | null;
  /** The facts its title is made of, as JSON. */
  title: string;
  time: string;
  patch: string;
  inverse: string;
}

/** A named revision; its drawing is the snapshot of that revision. */
export interface StageRow {
  projectId: string;
  id: string;
  revision: number;
  name: string;
  time: string;
}

/** The whole drawing at a revision. */
export interface SnapshotRow {
  projectId: string;
  revision: number;
  project: string;
}

/** Bytes beside the log; their id is made from what they are. */
export interface ContentRow {
  projectId: string;
  id: string;
  type: string;
  bytes: Buffer;
}

const ofProject = {
  type: 'many-to-one',
  target: 'project',
  joinColumn: { name: 'projectId' },
  onDelete: 'CASCADE',
} as const;

export const ProjectEntity = new EntitySchema<ProjectRow>({
  name: 'project',
  columns: {
    id: { type: 'text', primary: true },
    name: { type: 'text' },
    revision: { type: 'integer' },
    createdAt: { type: 'text' },
    changedAt: { type: 'text' },
    items: { type: 'integer' },
    deletedAt: { type: 'text', nullable: true },
    view: { type: 'text' },
  },
});

export const StepEntity = new EntitySchema<StepRow & { project: ProjectRow }>({
  name: 'step',
  columns: {
    projectId: { type: 'text', primary: true },
    revision: { type: 'integer', primary: true },
    id: { type: 'text' },
    kind: { type: 'text' },
    of: { type: 'text', nullable: true },
    title: { type: 'text' },
    time: { type: 'text' },
    patch: { type: 'text' },
    inverse: { type: 'text' },
  },
  uniques: [{ columns: ['projectId', 'id'] }],
  relations: { project: ofProject },
});

export const SnapshotEntity = new EntitySchema<SnapshotRow & { owner: ProjectRow }>({
  name: 'snapshot',
  columns: {
    projectId: { type: 'text', primary: true },
    revision: { type: 'integer', primary: true },
    project: { type: 'text' },
  },
  relations: { owner: ofProject },
});

export const StageEntity = new EntitySchema<StageRow & { within: ProjectRow }>({
  name: 'stage',
  columns: {
    projectId: { type: 'text', primary: true },
    id: { type: 'text', primary: true },
    revision: { type: 'integer' },
    name: { type: 'text' },
    time: { type: 'text' },
  },
  relations: { within: ofProject },
});

const contentsWith = (name: string, bytes: 'blob' | 'bytea') =>
  new EntitySchema<ContentRow & { keptIn: ProjectRow }>({
    name,
    columns: {
      projectId: { type: 'text', primary: true },
      id: { type: 'text', primary: true },
      type: { type: 'text' },
      bytes: { type: bytes },
    },
    relations: { keptIn: ofProject },
  });

const CONTENTS = ['picture', 'point_set'] as const;

/** Pictures to trace over, and sets of points that were measured. */
export const [PictureEntity, PointSetEntity] = CONTENTS.map((name) => contentsWith(name, 'blob'));

/** All tables, of a database that has this type for bytes. */
export const entitiesWith = (bytes: 'blob' | 'bytea') => [
  ProjectEntity,
  StepEntity,
  SnapshotEntity,
  StageEntity,
  ...CONTENTS.map((name) => contentsWith(name, bytes)),
];
