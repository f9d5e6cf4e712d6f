import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { CurveMarks, Editing, LumpTour, Readings, Refits, SlowFigures } from '../session';
import { LinkButton } from '../ui/buttons';
import type { Viewport } from '../view/viewport';
import { lumpTag } from './lumpTag';
import { marksShown } from './markOverlay';

/** What is said on the sheet beside the lump that was gone to. */
@Component({
  selector: 'pb-lump-label',
  imports: [LinkButton, Tooltip],
  template: `
    @if (lump(); as tag) {
      <div class="tag" data-testid="lump" [class.left]="tag.left" [style.left.px]="tag.x" [style.top.px]="tag.y">
        <b>{{ tag.words }}</b><br /><span class="number">{{ tag.figures }}</span>
        <button
          pbLink
          pTooltip="Takes it out within the tolerance of Fairing; its price comes first (!)"
          tooltipPosition="bottom"
          (click)="iron()"
        >
          iron
        </button>
      </div>
    }
  `,
  styleUrl: './tag.css',
  styles: `
    button {
      padding: 0 0 0 10px;
      pointer-events: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LumpLabel {
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);
  private readonly marks = inject(CurveMarks);
  private readonly slow = inject(SlowFigures);
  private readonly refits = inject(Refits);
  private readonly tour = inject(LumpTour);
  readonly viewport = input.required<Viewport>();

  protected readonly lump = computed(() => {
    const lump = this.tour.current();
    const curve = this.readings.curve();
    const current = this.marks.current();
    const mark = this.marks.shown().find(({ rank }) => rank !== null && rank === current);
    if (!lump || !mark || !curve) return null;
    const [{ badge }] = marksShown([mark], curve, this.viewport());
    const units = this.editing.project()?.units ?? 'mm';
    return badge && lumpTag(lump, badge, this.slow.ironing(lump), this.viewport(), units);
  });

  protected iron(): void {
    const lump = this.tour.current();
    if (lump) this.refits.iron(lump);
  }
}
