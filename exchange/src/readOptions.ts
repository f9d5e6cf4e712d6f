import type { FileUnit } from './report';

export interface ReadOptions {
  /** What a length is where the file names no unit. */
  readonly assumed?: FileUnit;
  readonly progress?: (share: number) => void;
}
