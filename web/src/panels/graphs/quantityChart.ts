import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { CurveMarks, Editing } from '../../session';
import { StripGraph } from './stripGraph';
import type { BenchState } from '../../state/reducers';
import { selectReading } from '../../state/selectors';
import { type Quantity, valuesOf } from '../../view/graphCurve';
import { UNIT } from '../../ui/length';
import { type ChartShown, LineChart } from './lineChart';

const NAMES: Readonly<Record<Quantity, string>> = {
  curvature: 'Curvature',
  rate: 'Rate of curvature',
  radius: 'Radius of curvature',
};
/** Radii are seen up to so many times the smallest: near an inflection they grow without end. */
const RADII = { linear: 20, logarithmic: 1000 } as const;
/** On a logarithmic scale rates are seen down to this share of the largest. */
const RATES = 1e-4;

/** The rate of curvature, or its radius, over arc length. */
@Component({
  selector: 'pb-quantity-chart',
  imports: [LineChart],
  template: `<pb-line-chart [shown]="shown()" [label]="label()" />`,
  styles: `
    :host {
      display: flex;
      flex: 1;
      min-height: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class QuantityChart {
  private readonly editing = inject(Editing);
  private readonly marks = inject(CurveMarks);
  private readonly strip = inject(StripGraph);
  private readonly store: Store<BenchState> = inject(Store);
  private readonly settings = this.store.selectSignal(selectReading);
  protected readonly label = computed(() => `${NAMES[this.strip.quantity()]} over arc length`);

  protected readonly shown = computed((): ChartShown => {
    const quantity = this.strip.quantity();
    const isLogarithmic = this.strip.isLogarithmic();
    const unit = UNIT[this.editing.project()?.units ?? 'mm'];
    const scale = quantity === 'radius' ? 1 / unit : unit * unit;
    const own = this.strip.own();
    const curves = own ? [own, ...this.strip.others()] : [];
    const lines = curves.map(({ colour, offset, reading }) => ({
      colour,
      isOwn: reading === own?.reading,
      s: reading.profile.s.map((s) => offset + s),
      // A logarithm has only sizes.
      values: valuesOf(reading, quantity).map((value) => (isLogarithmic ? Math.abs(value) : value) * scale),
    }));
    const limit = quantity === 'radius' ? this.settings().limit : null;
    let [smallest, largest] = [Infinity, -Infinity];
    for (const { values } of lines) {
      for (const value of values) [smallest, largest] = [Math.min(smallest, value), Math.max(largest, value)];
    }
    const ofRadius = Number.isFinite(smallest) ? RADII[isLogarithmic ? 'logarithmic' : 'linear'] * smallest : null;
    const ofRate = isLogarithmic && largest > 0 ? RATES * largest : null;
    return {
      axis: this.strip.seen(),
      lines,
      levels: limit === null ? [] : [limit / unit],
      stretches: limit === null ? [] : this.marks.tooTight(),
      places: this.strip.meetings(),
      least: quantity === 'rate' ? ofRate : isLogarithmic ? null : 0,
      most: quantity === 'radius' ? ofRadius : null,
      isLogarithmic,
      unit,
    };
  });
}
