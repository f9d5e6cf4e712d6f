import { Injectable } from '@angular/core';
import { startBrowserWorker } from './browserWorker';
import { WorkQueue } from './workQueue';

/** Files that are written and read: a line of their own, so that a large one stops neither prices nor readings. */
@Injectable({ providedIn: 'root' })
export class ExchangeWorkService extends WorkQueue {
  constructor() {
    super(startBrowserWorker);
  }
}
