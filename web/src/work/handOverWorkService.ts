import { Injectable } from '@angular/core';
import { startBrowserWorker } from './browserWorker';
import { WorkQueue } from './workQueue';

/** A line of its own for files that are written: a large one stops neither prices nor readings. */
@Injectable({ providedIn: 'root' })
export class HandOverWorkService extends WorkQueue {
  constructor() {
    super(startBrowserWorker);
  }
}
