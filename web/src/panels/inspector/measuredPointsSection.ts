import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { LARGEST_POINT_SET } from '@pencil-bend/document';
import { PointImport } from '../../session';
import { FileButton } from '../../ui/fileButton';

/** Points that were measured, to work to: bring a table of them. */
@Component({
  selector: 'pb-measured-points-section',
  imports: [FileButton],
  template: `
    <h3>Measured points</h3>
    <pb-file-button
      plain
      label="Table of measured points"
      accept=".csv,.txt,.tsv,.xyz,.asc,.dat,text/*"
      (chosen)="points.bring($event)"
    >
      choose a table of points …
    </pb-file-button>
    <p class="hint">
      Or drop or paste one: a row for each point, x y z in columns, up to {{ most }} points. Curves can be compared with
      them, and snaps catch them.
    </p>
  `,
  styleUrl: './sections.css',
  styles: `
    .hint {
      margin: 4px 0;
      font-size: 12px;
      color: var(--quiet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeasuredPointsSection {
  protected readonly points = inject(PointImport);
  protected readonly most = LARGEST_POINT_SET.count.toLocaleString('en');
}
