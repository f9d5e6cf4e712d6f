import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import type { Curve } from '@pencil-bend/core';
import { Tooltip } from 'primeng/tooltip';
import { type Changed, Editing, type Gain, Readings, SlowFigures } from '../../session';
import { gainRows } from './gainRows';

/** A figure that is being found out. */
const COMING = '…';

/** A curve before and after it is fitted anew, figure by figure. */
@Component({
  selector: 'pb-gain-table',
  imports: [Tooltip],
  template: `
    <table aria-label="Before and after">
      <thead>
        <tr>
          <td></td>
          <th scope="col">before</th>
          <th scope="col">after</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.name) {
          <tr>
            <th scope="row" class="explained" tabindex="0" tooltipPosition="left" [pTooltip]="row.tip">
              {{ row.name }}
            </th>
            <td class="number">{{ row.before }}</td>
            <td class="number" [class.good]="row.isGood">{{ row.after }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styleUrl: './gainTable.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GainTable {
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);
  private readonly slow = inject(SlowFigures);
  readonly gain = input.required<Gain>();
  readonly curves = input.required<readonly Changed[]>();
  /** Whether it is what would be applied, and not what it is about to come to. */
  readonly isMade = input.required<boolean>();

  protected readonly rows = computed(() => {
    const [{ before, after }, ...more] = this.curves();
    const roughness = (curve: Curve) => (more.length > 0 ? '–' : this.roughness(curve));
    const units = this.editing.project()?.units ?? 'mm';
    return gainRows(this.gain(), units, [roughness(before), roughness(after)]);
  });

  constructor() {
    effect(() => {
      const [changed, ...more] = this.curves();
      if (!this.isMade() || more.length > 0) return;
      const isWanted = () => this.curves()[0] === changed;
      untracked(() => this.slow.findRoughness(changed.after, () => this.readings.normal(), 2, isWanted));
    });
  }

  private roughness(curve: Curve): string {
    const known = this.slow.roughnessOf(curve);
    if (known === undefined) return COMING;
    return known === null ? 'endless' : known.toPrecision(2);
  }
}
