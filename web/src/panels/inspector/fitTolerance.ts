import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { closestPoint, distance, type Vector3 } from '@pencil-bend/core';
import { type FitRecipe, selectionOf } from '@pencil-bend/document';
import { Tooltip } from 'primeng/tooltip';
import { Editing, NearSeeking, Readings, ShownItems, Trial, TryFits, Viewports } from '../../session';
import { LinkButton } from '../../ui/buttons';
import { lengthInWords, toleranceInWords } from '../../ui/length';
import { NumberField } from '../../ui/numberField';
import { Slide } from '../../ui/slide';

/** The slider goes from this share of the sheet's tolerance, where the curve passes through, to so many times of it. */
const [LEAST, MOST] = [0.1, 500];

/** How far a curve may pass its points by: slid, it is seen at once; let go, it is done. */
@Component({
  selector: 'pb-fit-tolerance',
  imports: [LinkButton, NumberField, Slide, Tooltip],
  template: `
    @if (recipe(); as curve) {
      <dl>
        <dt
          class="explained"
          tabindex="0"
          tooltipPosition="left"
          pTooltip="How far the curve may pass its points by, with as few control points as it needs. At 0 it passes through them."
        >
          Fit tolerance
        </dt>
        <dd class="row">
          <pb-slide
            label="Fit tolerance"
            [logarithmic]="true"
            [least]="least()"
            [most]="most()"
            [value]="position()"
            [meaning]="meaning()"
            [slid]="slide"
            [done]="settle"
          />
          <pb-number label="Fit tolerance" [value]="within()" [units]="units()" [least]="0" (given)="give($event)" />
        </dd>
        @if (seeking.call()) {
          <dt>Farthest off</dt>
          <dd role="status">seeking … <button pbLink (click)="seeking.leave()">leave it</button></dd>
        } @else if (farthest(); as far) {
          <dt>Farthest off</dt>
          <dd>
            <button pbLink pTooltip="Show it" tooltipPosition="bottom" (click)="show(far)">
              point {{ far.index + 1 }}: {{ length(far.off) }}
            </button>
          </dd>
        }
      </dl>
      <p class="links">
        <button
          pbLink
          pTooltip="The same points by several methods, side by side ($)"
          tooltipPosition="bottom"
          (click)="fits.open()"
        >
          try fits …
        </button>
      </p>
    }
  `,
  styleUrl: './sections.css',
  styles: `
    :host {
      margin-top: 5px;
    }
    pb-number {
      flex: none;
      width: 68px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FitTolerance {
  private readonly editing = inject(Editing);
  private readonly shown = inject(ShownItems);
  private readonly readings = inject(Readings);
  private readonly trial = inject(Trial);
  private readonly viewports = inject(Viewports);
  protected readonly seeking = inject(NearSeeking);
  protected readonly fits = inject(TryFits);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  private readonly sheet = computed(() => this.editing.project()?.tolerance ?? 0.01);

  /** Of a curve with live spacing: only that comes near its points. */
  protected readonly recipe = computed((): FitRecipe | null => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'curve' && item.recipe.kind === 'fit' ? item.recipe : null;
  });
  protected readonly within = computed(() => this.recipe()?.near?.within ?? 0);
  // Wide enough for what was typed.
  protected readonly least = computed(() => Math.min(LEAST * this.sheet(), this.within() || Infinity));
  protected readonly most = computed(() => Math.max(MOST * this.sheet(), this.within()));
  protected readonly position = computed(() => this.within() || this.least());
  protected readonly meaning = computed(() =>
    this.within() > 0 ? toleranceInWords(this.within(), this.units()) : 'through the points',
  );

  /** The point that lies farthest off the curve as it rests; null where it passes through them. */
  protected readonly farthest = computed(() => {
    const [item] = this.editing.selection().items;
    const [recipe, curve] = [this.editing.recipeOf(item), this.readings.keptCurve()];
    if (recipe?.kind !== 'fit' || !recipe.near || !curve) return null;
    let worst = { index: 0, off: -1, at: recipe.points[0].at };
    recipe.points.forEach(({ at }, index) => {
      const off = closestPoint(curve, at).distance;
      if (off > worst.off) worst = { index, off, at };
    });
    return worst;
  });
  protected readonly length = (mm: number): string => lengthInWords(mm, this.units());

  protected readonly slide = (position: number): void => {
    const [item] = this.editing.selection().items;
    const within = position > this.least() * 1.001 ? Number(position.toPrecision(2)) : 0;
    this.trial.call.set({ command: 'setFitTolerance', args: { item, within } });
  };

  protected readonly settle = (): void => {
    const call = this.trial.call();
    this.trial.call.set(null);
    if (call) this.editing.do(call);
  };

  protected give(within: number): void {
    this.editing.doToSelected('setFitTolerance', { within });
  }

  constructor() {
    // Gone in the middle of a slide, nothing is tried any longer.
    inject(DestroyRef).onDestroy(() => this.trial.call.set(null));
  }

  /** The point comes into sight, and into hand. */
  protected show({ index, at }: { readonly index: number; readonly at: Vector3 }): void {
    const [item] = this.editing.selection().items;
    const point = this.recipe()?.points[index];
    if (!point || distance(point.at, at) > 0) return;
    this.editing.select({ ...selectionOf([item]), handles: [{ kind: 'fit', id: point.id }] });
    this.viewports.goTo([at]);
  }
}
