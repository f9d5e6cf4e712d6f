import { Injectable } from '@angular/core';
import { startBrowserWorker } from './browserWorker';
import { WorkQueue } from './workQueue';

/** The application's line of heavy work. */
@Injectable({ providedIn: 'root' })
export class HeavyWorkService extends WorkQueue {
  constructor() {
    super(startBrowserWorker);
  }
}
