import { Injectable } from '@angular/core';
import { startBrowserWorker } from './browserWorker';
import { WorkQueue } from './workQueue';

/** A line of its own for files that are read. */
@Injectable({ providedIn: 'root' })
export class BringInWorkService extends WorkQueue {
  constructor() {
    super(startBrowserWorker);
  }
}
