import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { cornersOf, MOST_THINNING } from '@pencil-bend/document';
import { Editing, PointExport, PointSets, ShownItems, TryFits } from '../../session';
import { LinkButton } from '../../ui/buttons';
import { lengthShown } from '../../ui/length';
import { NumberField } from '../../ui/numberField';

/** A measured set in numbers: how many points, how far they reach, and of how many one is shown. */
@Component({
  selector: 'pb-point-set-section',
  imports: [LinkButton, NumberField],
  template: `
    @if (pointSet(); as set) {
      @if (why(); as why) {
        <p class="missing" role="alert">
          Its points are not here: {{ why }}. Take the same table in again, and they are back.
          <button pbLink (click)="pointSets.fetch(set.content)">try again</button>
        </p>
      }
      <dl>
        <dt>Points</dt>
        <dd class="number" data-testid="set-count">{{ set.count.toLocaleString('en') }}</dd>
        <dt>Extent</dt>
        <dd class="number">{{ extent() }}</dd>
        <dt>Show one of</dt>
        <dd>
          <pb-number
            label="Of so many points one is shown"
            [value]="set.thinning"
            [least]="1"
            [most]="most"
            [whole]="true"
            (given)="editing.doToSelected('thinPointSet', { thinning: $event })"
          />
        </dd>
      </dl>
      <div class="links">
        <button pbLink (click)="fits.open()">try fits …</button>
        <button pbLink (click)="saving.ask()">save as a table …</button>
      </div>
      <p class="hint">Snaps catch what is shown; deviations are read of all points.</p>
    }
  `,
  styleUrl: './sections.css',
  styles: `
    .missing {
      margin: 0 0 8px;
      padding: 6px 8px;
      border-left: 3px solid var(--ochre);
      background: color-mix(in srgb, var(--ochre) 8%, transparent);
      font-size: 12.5px;
    }
    .hint {
      margin: 6px 0 0;
      font-size: 12px;
      color: var(--quiet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointSetSection {
  protected readonly editing = inject(Editing);
  protected readonly pointSets = inject(PointSets);
  protected readonly fits = inject(TryFits);
  protected readonly saving = inject(PointExport);
  private readonly shown = inject(ShownItems);
  protected readonly most = MOST_THINNING;
  protected readonly pointSet = computed(() => this.shown.selected()?.pointSet ?? null);
  protected readonly why = computed(() => {
    const set = this.pointSet();
    return set && this.pointSets.whyNot(set.content);
  });

  /** How far they reach along each axis. */
  protected readonly extent = computed(() => {
    const set = this.pointSet();
    const units = this.editing.project()?.units ?? 'mm';
    if (!set) return '';
    const corners = cornersOf(set);
    const sizes = [0, 1, 2].map((c) => {
      const along = corners.map((corner) => corner[c]);
      return Math.max(...along) - Math.min(...along);
    });
    // Flat ones have no third size.
    const told = sizes[2] === 0 ? sizes.slice(0, 2) : sizes;
    return `${told.map((size) => lengthShown(size, units, 2)).join(' × ')} ${units}`;
  });
}
