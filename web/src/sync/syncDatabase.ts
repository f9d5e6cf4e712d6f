import type { Id, Step } from '@pencil-bend/document';
import type { ToolState } from '../tools/contract';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** A step that the server has not kept yet; `revision` is the one it leads to. */
export interface QueuedStep {
  readonly project: Id;
  readonly window: string;
  readonly revision: number;
  readonly step: Step;
}

/** The tool in hand, with what it has placed so far: plain JSON. */
export interface ToolAtHand {
  readonly state: ToolState;
}

export interface SyncSchema extends DBSchema {
  steps: { key: [project: Id, window: string, revision: number]; value: QueuedStep };
  tools: { key: [project: Id, window: string]; value: ToolAtHand & { readonly project: Id; readonly window: string } };
}

/** What waits in this browser, in IndexedDB. */
export const openSyncDatabase = (): Promise<IDBPDatabase<SyncSchema>> =>
  openDB<SyncSchema>('pencil-bend', 1, {
    upgrade: (database) => {
      database.createObjectStore('steps', { keyPath: ['project', 'window', 'revision'] });
      database.createObjectStore('tools', { keyPath: ['project', 'window'] });
    },
  });
