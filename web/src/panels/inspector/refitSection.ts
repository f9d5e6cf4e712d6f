import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { controlPointsOf } from '@pencil-bend/core';
import { Bench } from '../../session/bench';
import { NumberField } from '../../ui/numberField';

/** Fewer control points: the fewest within a tolerance, or so many of them. The price is shown before either is done. */
@Component({
  selector: 'pb-lay-anew',
  imports: [NumberField],
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
        <button type="button" class="link" (click)="lighten()">lighten</button>
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
        <button type="button" class="link" (click)="relay()">re-lay</button>
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
    </dl>
  `,
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LayAnew {
  private readonly bench = inject(Bench);
  protected readonly units = computed(() => this.bench.project()?.units ?? 'mm');
  protected readonly tolerance = linkedSignal(() => this.bench.project()?.tolerance ?? 0.01);
  private readonly curve = computed(() => this.bench.restingCurve());
  protected readonly count = linkedSignal(() => {
    const curve = this.curve();
    return curve ? controlPointsOf(curve).length / 3 : 4;
  });
  protected readonly degree = linkedSignal(() => Math.min(9, this.curve()?.degree ?? 3));
  protected readonly least = computed(() => this.degree() + 1);

  protected lighten(): void {
    const [item] = this.bench.selection().items;
    if (item) this.bench.desk.lay(item, { words: 'Lighten', tolerance: this.tolerance() });
  }

  protected relay(): void {
    const [item] = this.bench.selection().items;
    const count = Math.max(this.least(), this.count());
    if (item) this.bench.desk.lay(item, { words: 'Re-lay', count, degree: this.degree() });
  }
}
