import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Handles } from './handleMarks';

/** The handles of the selected curve. */
@Component({
  selector: 'svg:g[pbHandleLayer]',
  templateUrl: './handleLayer.html',
  styleUrls: ['./handles.css', './handleLayer.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandleLayer {
  readonly held = input.required<Handles>();
}
