import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { packCurve } from '@pencil-bend/core';
import { Tooltip } from 'primeng/tooltip';
import { type Changed, Editing, type Gain, Readings, SlowFigures } from '../../session';
import { ReadingWorkService } from '../../work/readingWorkService';
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
  private readonly worker = inject(ReadingWorkService);
  readonly gain = input.required<Gain>();
  readonly curves = input.required<readonly Changed[]>();
  /** Whether it is what would be applied, and not what it is about to come to. */
  readonly isMade = input.required<boolean>();
  private readonly after = signal<{ readonly of: Changed; readonly roughness: number } | null>(null);

  protected readonly rows = computed(() =>
    gainRows(this.gain(), this.editing.project()?.units ?? 'mm', [this.roughnessBefore(), this.roughnessAfter()]),
  );

  private readonly roughnessBefore = computed(() => {
    const [changed, ...more] = this.curves();
    return more.length > 0 ? '–' : shown(this.slow.roughnessOf(changed.before));
  });
  private readonly roughnessAfter = computed(() => {
    const [changed, ...more] = this.curves();
    if (more.length > 0) return '–';
    const after = this.after();
    return after && after.of === changed ? shown(after.roughness) : COMING;
  });

  constructor() {
    effect(() => {
      const [changed, ...more] = this.curves();
      if (this.isMade() && more.length === 0) untracked(() => void this.findRoughness(changed));
    });
  }

  private async findRoughness(changed: Changed): Promise<void> {
    const tolerance = this.editing.project()?.tolerance ?? 0.01;
    const isWanted = () => this.curves()[0] === changed;
    const asked = () => ({
      curve: packCurve(changed.after),
      tolerance,
      options: { normal: this.readings.normal() },
    });
    const outcome = await this.worker.ask('roughness', asked, { rank: 2, isWanted });
    if (outcome.kind === 'answered' && isWanted()) this.after.set({ of: changed, roughness: outcome.answer });
  }
}

function shown(roughness: number | null | undefined): string {
  if (roughness === undefined) return COMING;
  return roughness === null || !Number.isFinite(roughness) ? 'endless' : roughness.toPrecision(2);
}
