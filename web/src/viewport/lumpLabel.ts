import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { CurveMarks, Editing, LumpTour, Readings, SlowFigures } from '../session';
import type { Viewport } from '../view/viewport';
import { lumpTag } from './lumpTag';
import { marksShown } from './markOverlay';

/** What is said on the sheet beside the lump that was gone to. */
@Component({
  selector: 'pb-lump-label',
  template: `
    @if (lump(); as tag) {
      <div class="tag" data-testid="lump" [class.left]="tag.left" [style.left.px]="tag.x" [style.top.px]="tag.y">
        <b>{{ tag.words }}</b><br /><span class="number">{{ tag.figures }}</span>
      </div>
    }
  `,
  styleUrl: './tag.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LumpLabel {
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);
  private readonly marks = inject(CurveMarks);
  private readonly slow = inject(SlowFigures);
  private readonly tour = inject(LumpTour);
  readonly viewport = input.required<Viewport>();

  protected readonly lump = computed(() => {
    const lump = this.tour.current();
    const curve = this.readings.curve();
    const mark = lump && this.marks.shown().find(({ rank }) => rank !== null && rank === this.marks.rankOf(lump));
    if (!lump || !mark || !curve) return null;
    const [{ badge }] = marksShown([mark], curve, this.viewport());
    const units = this.editing.project()?.units ?? 'mm';
    return badge && lumpTag(lump, badge, this.slow.ironing(lump), this.viewport(), units);
  });
}
