import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { PrimeTemplate } from 'primeng/api';
import { Scroller } from 'primeng/scroller';
import { Joints } from '../../session';
import { JointRow } from './jointRow';

/** Of a row, in pixels, and so many are seen at once. */
const ROW_HEIGHT = 28;
const MOST_ROWS = 7;

/** The joints of the drawing, wanted and reached: a click takes one into hand. */
@Component({
  selector: 'pb-joint-list',
  imports: [JointRow, PrimeTemplate, Scroller],
  templateUrl: './jointList.html',
  styleUrl: './jointList.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointList {
  private readonly joints = inject(Joints);
  protected readonly rowHeight = ROW_HEIGHT;

  /** Stays the same in a drag: to take another list in costs it more than a curve. */
  protected readonly places = computed(() => this.joints.all().map(({ item, end }) => ({ item, end })), {
    equal: (a, b) => a.length === b.length && a.every(({ item, end }, i) => item === b[i].item && end === b[i].end),
  });
  protected readonly height = computed(() => `${Math.min(MOST_ROWS, this.places().length) * ROW_HEIGHT}px`);
}
