import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { handlesOn, selectionOf } from '@pencil-bend/document';
import { PrimeTemplate } from 'primeng/api';
import { Scroller } from 'primeng/scroller';
import { Editing, Joints, Viewports } from '../../session';
import type { JointReading } from '../../view/jointReading';
import { jointSentence, levelInWords } from '../../view/jointWords';
import { broughtIn } from '../../view/viewport';

/** Of a row, in pixels, and so many are seen at once. */
const ROW_HEIGHT = 28;
const MOST_ROWS = 7;

/** The joints of the drawing, wanted and reached: a click takes one into hand. */
@Component({
  selector: 'pb-joint-list',
  imports: [PrimeTemplate, Scroller],
  templateUrl: './jointList.html',
  styleUrl: './jointList.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointList {
  private readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly viewports = inject(Viewports);
  protected readonly rowHeight = ROW_HEIGHT;

  protected readonly rows = computed(() => {
    const units = this.editing.project()?.units ?? 'mm';
    const selected = this.joints.selected();
    const { items } = this.editing.selection();
    return this.joints.all().map((reading) => ({
      reading,
      name: `${reading.led} · ${reading.follower}`,
      level: levelInWords(reading),
      label: jointSentence(reading, units),
      isSelected: reading === selected || (reading.joint === null && items.length === 1 && items[0] === reading.item),
    }));
  });
  protected readonly height = computed(() => `${Math.min(MOST_ROWS, this.rows().length) * ROW_HEIGHT}px`);

  /** A blend or a corner is taken as a whole. */
  protected take({ item, end, joint, at }: JointReading): void {
    this.editing.select(joint ? handlesOn(item, [{ kind: 'joint', end }]) : selectionOf([item]));
    const viewport = this.viewports.viewport();
    const to = broughtIn(viewport, [at]);
    if (to.x !== viewport.x || to.y !== viewport.y) this.viewports.glide(to);
  }
}
