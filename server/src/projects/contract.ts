import type {
  CommandCall,
  HistoryPart,
  ListedProject,
  OpenedProject,
  Project,
  Stage,
  Step,
} from '@pencil-bend/document';

/**
 * What keeps projects, and what it promises to whoever asks it over HTTP or otherwise.
 *
 * - An answer is given after the commit: what was answered as kept is on the disk.
 * - A call is done as a whole or not at all. What cannot be done throws a `Failure` with a status and words, and leaves
 *   everything as it was.
 * - Every drawing that it holds has passed `checkProject`. Its log leads from the first drawing to the newest, each step
 *   forth and back; nothing is ever taken out of a log.
 * - Calls may come at the same time: they are done one after the other.
 *
 * `promises.fixture.ts` holds any implementation, over any database, to this.
 */
export interface Store {
  readonly projects: KeptProjects;
  readonly stages: KeptStages;
  /** Pictures to trace over. */
  readonly pictures: KeptContents;
  /** Points that were measured, packed x y z (`pointSetBytes`). */
  readonly pointSets: KeptContents;
}

export interface KeptProjects {
  /** All projects, or what lies in the bin; the one changed last first. */
  list(bin?: boolean): Promise<ListedProject[]>;
  /** Takes a checked project in as a new one, with points that its measured sets refer to. */
  create(project: Project, pointSets?: readonly Uint8Array[]): Promise<ListedProject>;
  /** 404 without such a project, here and below. */
  open(id: string): Promise<OpenedProject>;
  drawing(id: string): Promise<Project>;
  /** The part of the stacks of a revision that lies below so many steps which are known already. */
  history(id: string, revision: number, below: { undo?: number; redo?: number }): Promise<HistoryPart>;
  /**
   * Appends steps that were made on `base`, all or none of them, and answers the revision they lead to. Steps that are kept
   * already are passed over, so a sender that never saw the answer can send them again.
   *
   * 412 when others changed it since `base`, with what they did; 409 when a step has the id of an earlier one; 422 when it
   * does not fit the drawing, cannot be taken back as it says, or leads to a drawing that is not valid.
   */
  append(id: string, base: number, steps: readonly Step[]): Promise<number>;
  /** Does a command to the project as it is now: one more step of its log, or none where it changes nothing. */
  perform(id: string, call: CommandCall): Promise<ListedProject>;
  /**
   * A new project that goes on from an older one at `revision` (default: now) with steps of its own: it has the whole log
   * up to there, its view, its pictures, its measured points and its stages. The last step of its log gives it a name of its own.
   */
  copy(id: string, revision?: number | null, steps?: readonly Step[]): Promise<ListedProject>;
  /** Into the bin, or out of it. Windows that have the project open can go on: nothing of theirs is lost. */
  bin(id: string, deleted: boolean): Promise<ListedProject>;
  /** Deletes for good what lies in the bin; 409 for what does not. */
  destroy(id: string): Promise<void>;
  /** Deletes for good what has been in the bin for too long; answers how many projects. */
  emptyBin(now: Date): Promise<number>;
  /** View settings are kept beside the drawing: no step, no revision. */
  keepView(id: string, view: unknown): Promise<void>;
}

/** Named revisions of projects. Naming one keeps its drawing; the log is not touched. */
export interface KeptStages {
  /** The newest first. */
  list(project: string): Promise<Stage[]>;
  /** 422 for a revision that has not been reached. */
  make(project: string, name: string, revision: number): Promise<Stage>;
  rename(project: string, id: string, name: string): Promise<Stage>;
  /** Only the name goes: the steps that led there stay in the log. */
  remove(project: string, id: string): Promise<void>;
  drawing(project: string, id: string): Promise<Project>;
}

/** Bytes of one kind: kept with a project under a name made from what they are, apart from its log. */
export interface KeptContents {
  /** The same bytes given again are the same content; 413, 415 or 422 for what is none of its kind. */
  add(project: string, bytes: Uint8Array): Promise<{ readonly id: string }>;
  of(project: string, id: string): Promise<{ readonly type: string; readonly bytes: Uint8Array }>;
}
