import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Level, Vector3 } from '@pencil-bend/core';
import { tieOffered } from '../actions/tieOffer';
import { Editing, Joints, ShownItems, Target, ToolView } from '../session';
import { LinkButton } from '../ui/buttons';
import { Choice } from '../ui/choice';
import { LEVELS } from '../view/jointWords';
import { isSeen, toPixel, type Viewport } from '../view/viewport';

/** About how large it is, in pixels, and how far it stands off its place. */
const WIDE = 150;
const HIGH = 36;
/** The tools lie over the sheet down to here. */
const TOOLS = 56;
const OFF = 16;

/** What holds the end or the point in hand, chosen where it stands: the level of its joint, or a tie to what it lies on. */
@Component({
  selector: 'pb-link-choice',
  imports: [Choice, LinkButton],
  template: `
    @if (joint(); as at) {
      <div [style.left.px]="at.x" [style.top.px]="at.y">
        <pb-choice label="Level of the joint" [options]="levels" [value]="at.level" (chosen)="choose($event)" />
      </div>
    } @else {
      @if (tie(); as at) {
        <div [style.left.px]="at.x" [style.top.px]="at.y">
          <button pbLink (click)="editing.do(at.call)">tie it to {{ at.to }}</button>
        </div>
      }
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
export class LinkChoice {
  protected readonly editing = inject(Editing);
  private readonly joints = inject(Joints);
  private readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  private readonly toolView = inject(ToolView);
  readonly viewport = input.required<Viewport>();
  protected readonly levels = LEVELS;
  private readonly isDragging = computed(() => Boolean(this.toolView.preview().call));

  protected readonly joint = computed(() => {
    const reading = this.joints.selected();
    const place = reading?.joint ? this.besides(reading.at) : null;
    return reading?.joint && place && { ...place, level: reading.joint.level };
  });

  private readonly offered = computed(() => {
    const project = this.editing.project();
    return project && tieOffered(project, this.editing.selection(), this.shown.kept(), this.target.plane());
  });

  protected readonly tie = computed(() => {
    const offer = this.offered();
    const place = offer && this.besides(offer.at);
    return place && { ...place, ...offer };
  });

  protected choose(level: Level): void {
    const reading = this.joints.selected();
    if (reading) this.editing.do({ command: 'setJoint', args: { item: reading.item, end: reading.end, level } });
  }

  /** Clear of the label of a joint, which stands to its right. */
  private besides(at: Vector3): { readonly x: number; readonly y: number } | null {
    const viewport = this.viewport();
    if (this.isDragging() || !isSeen(viewport, at)) return null;
    const [x, y] = toPixel(viewport, at);
    const above = y - OFF - HIGH;
    return { x: Math.max(WIDE + 8, x - OFF), y: above > TOOLS ? above : y + OFF };
  }
}
