import { Editing, LossyPreview, Readings, Refits } from '../../session';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { controlPointsOf } from '@pencil-bend/core';
import { Tooltip } from 'primeng/tooltip';
import { NumberField } from '../../ui/numberField';
import { FramedButton } from '../../ui/buttons';
import { askingSection } from './askingSection';
import { PriceBox } from '../price/priceBox';

/** Fewer control points: the fewest within a tolerance, or so many of them. The price is shown before either is done. */
@Component({
  selector: 'pb-refit-section',
  imports: [FramedButton, NumberField, PriceBox, Tooltip],
  template: `
    <dl>
      <dt>Lighten within</dt>
      <dd class="row">
        <pb-number
          label="Tolerance to lighten within"
          [value]="tolerance()"
          [units]="units()"
          [least]="1e-6"
          (given)="tolerance.set($event)"
        />
        <button
          pbFramed
          pTooltip="The fewest control points within this tolerance; its price comes first (J)"
          tooltipPosition="bottom"
          (click)="lighten()"
        >
          Lighten
        </button>
      </dd>
      <dt>Re-lay with</dt>
      <dd class="row">
        <pb-number
          label="Control points to re-lay with"
          [value]="count()"
          [whole]="true"
          [least]="least()"
          [most]="1000"
          (given)="count.set($event)"
        />
        <button
          pbFramed
          pTooltip="Laid anew with so many control points in this degree; its price comes first"
          tooltipPosition="bottom"
          (click)="relay()"
        >
          Re-lay
        </button>
      </dd>
      <dt>in degree</dt>
      <dd class="row">
        <pb-number
          label="Degree to re-lay in"
          [value]="degree()"
          [whole]="true"
          [least]="1"
          [most]="9"
          (given)="degree.set($event)"
        />
      </dd>
      <dt>In place of it</dt>
      <dd class="row">
        <button
          pbFramed
          pTooltip="For those who cannot read curves, within the tolerance above; its price comes first"
          tooltipPosition="bottom"
          (click)="standIn('arcsAndLines')"
        >
          arcs and lines
        </button>
        <button
          pbFramed
          pTooltip="Straight pieces only, within the tolerance above; its price comes first"
          tooltipPosition="bottom"
          (click)="standIn('polyline')"
        >
          polyline
        </button>
      </dd>
    </dl>
    @if (isAsked()) {
      <pb-price-box class="inside" />
    }
  `,
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RefitSection {
  private readonly editing = inject(Editing);
  protected readonly lossy = inject(LossyPreview);
  private readonly refits = inject(Refits);
  private readonly readings = inject(Readings);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  private readonly ofSheet = computed(() => this.editing.project()?.tolerance ?? 0.01);
  protected readonly tolerance = linkedSignal(() => this.ofSheet());
  private readonly curve = computed(() => this.readings.keptCurve());
  protected readonly count = linkedSignal(() => {
    const curve = this.curve();
    return curve ? controlPointsOf(curve).length / 3 : 4;
  });
  protected readonly degree = linkedSignal(() => Math.min(9, this.curve()?.degree ?? 3));
  protected readonly least = computed(() => this.degree() + 1);
  protected readonly isAsked = computed(() => askingSection(this.lossy.how()) === 'lighter');

  protected lighten(): void {
    const [item] = this.editing.selection().items;
    if (item) this.refits.refit(item, { kind: 'lighten', tolerance: this.tolerance() });
  }

  protected standIn(kind: 'arcsAndLines' | 'polyline'): void {
    const [item] = this.editing.selection().items;
    if (item) this.refits.refit(item, { kind, tolerance: this.tolerance() });
  }

  protected relay(): void {
    const [item] = this.editing.selection().items;
    const count = Math.max(this.least(), this.count());
    if (item) this.refits.refit(item, { kind: 'relay', count, degree: this.degree() });
  }
}
