import { Injectable } from '@angular/core';
import { startBrowserWorker } from './browserWorker';
import { WorkLine } from './workLine';

/** A line of its own for curves that are fitted to points. */
@Injectable({ providedIn: 'root' })
export class FitWorkService extends WorkLine {
  constructor() {
    super(startBrowserWorker);
  }
}
