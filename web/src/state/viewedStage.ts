import type { Project } from '@pencil-bend/document';

/** A stage that is looked at. */
export interface ViewedStage {
  readonly stage: string;
  readonly name: string;
  /** When it was made, ISO 8601. */
  readonly time: string;
  readonly project: Project;
}
