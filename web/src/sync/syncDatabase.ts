import type { Id, Step } from '@pencil-bend/document';
import type { ToolState } from '../tools/contract';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** A step that the server has not kept yet; `revision` is the one it leads to. */
export interface WaitingStep {
  readonly project: Id;
  readonly window: string;
  readonly revision: number;
  readonly step: Step;
}

/** The tool in hand, with what it has placed so far: plain JSON. */
export interface ToolAtHand {
  readonly state: ToolState;
}

export interface WaitingSchema extends DBSchema {
  steps: { key: [project: Id, window: string, revision: number]; value: WaitingStep };
  tools: { key: [project: Id, window: string]; value: ToolAtHand & { readonly project: Id; readonly window: string } };
}

/** What waits in this browser, in IndexedDB. */
export const openWaitingDatabase = (): Promise<IDBPDatabase<WaitingSchema>> =>
  openDB<WaitingSchema>('pencil-bend', 1, {
    upgrade: (database) => {
      database.createObjectStore('steps', { keyPath: ['project', 'window', 'revision'] });
      database.createObjectStore('tools', { keyPath: ['project', 'window'] });
    },
  });
