import { Injectable } from '@angular/core';
import { startBrowserWorker } from './browserWorker';
import { WorkLine } from './workLine';

/** A line of its own for what is read off curves: it never takes the place of a price or a tool's work. */
@Injectable({ providedIn: 'root' })
export class ReadingWorkService extends WorkLine {
  constructor() {
    super(startBrowserWorker);
  }
}
