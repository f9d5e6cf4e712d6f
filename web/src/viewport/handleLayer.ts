import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { EachChanged } from '../ui/eachChanged';
import type { Handles } from './handleMarks';

/** The handles of the selected curve. */
@Component({
  selector: 'svg:g[pbHandleLayer]',
  imports: [EachChanged],
  templateUrl: './handleLayer.html',
  styleUrls: ['./handles.css', './handleLayer.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandleLayer {
  readonly held = input.required<Handles>();
}
