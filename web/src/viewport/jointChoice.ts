import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Level } from '@pencil-bend/core';
import { Editing, Joints, ToolView } from '../session';
import { Choice } from '../ui/choice';
import { LEVELS } from '../view/jointWords';
import { isSeen, toPixel, type Viewport } from '../view/viewport';

/** About how large it is, in pixels, and how far it stands off its joint. */
const WIDE = 150;
const HIGH = 36;
/** The tools lie over the sheet down to here. */
const TOOLS = 56;
const OFF = 16;

/** The level of the joint in hand, chosen where it stands. */
@Component({
  selector: 'pb-joint-choice',
  imports: [Choice],
  template: `
    @if (place(); as at) {
      <div [style.left.px]="at.x" [style.top.px]="at.y">
        <pb-choice label="Level of the joint" [options]="levels" [value]="at.level" (chosen)="choose($event)" />
      </div>
    }
  `,
  styles: `
    div {
      position: absolute;
      padding: 3px;
      border: 1px solid var(--hairline);
      border-radius: 8px;
      background: var(--paper);
      transform: translateX(-100%);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointChoice {
  private readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly toolView = inject(ToolView);
  readonly viewport = input.required<Viewport>();
  protected readonly levels = LEVELS;

  /** Clear of the joint's own label, which stands to its right. */
  protected readonly place = computed(() => {
    const reading = this.joints.selected();
    const viewport = this.viewport();
    if (!reading?.joint || this.toolView.preview().call || !isSeen(viewport, reading.at)) return null;
    const [x, y] = toPixel(viewport, reading.at);
    const above = y - OFF - HIGH;
    return { x: Math.max(WIDE + 8, x - OFF), y: above > TOOLS ? above : y + OFF, level: reading.joint.level };
  });

  protected choose(level: Level): void {
    const reading = this.joints.selected();
    if (reading) this.editing.do({ command: 'setJoint', args: { item: reading.item, end: reading.end, level } });
  }
}
