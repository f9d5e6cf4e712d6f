import { inject, Injectable } from '@angular/core';
import { inPlane, type Vector3 } from '@pencil-bend/core';
import { BringIn } from './bringIn';
import { Tracing } from './tracing';
import { Viewports } from './viewports';

/** Where files go that are chosen, dropped or pasted. */
@Injectable()
export class IncomingFiles {
  private readonly bringIn = inject(BringIn);
  private readonly tracing = inject(Tracing);
  private readonly viewports = inject(Viewports);

  /** A picture is there to trace over, where it was dropped or in the middle; all else is looked at by its content. */
  bring(file: File, at: Vector3 | null = null): void {
    if (!file.type.startsWith('image/') || file.type === 'image/svg+xml') return void this.bringIn.bring(file, at);
    const { plane, x, y, width, scale } = this.viewports.viewport();
    const [left, up] = at ? inPlane(plane, at) : [x, y];
    void this.tracing.bring(file, [left, up], width * scale);
  }
}
