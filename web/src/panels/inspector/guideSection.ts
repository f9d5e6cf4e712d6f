import { Editing, ShownItems, Target } from '../../session';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { angleIn, directionIn, withCoordinate, type Vector3 } from '@pencil-bend/core';
import type { Guide } from '@pencil-bend/document';
import { NumberField } from '../../ui/numberField';
import { Switch } from '../../ui/switch';

/** A construction line or gauge circle in numbers. */
@Component({
  selector: 'pb-guide-section',
  imports: [NumberField, Switch],
  template: `
    @if (guide(); as guide) {
      <dl>
        @for (axis of ['x', 'y']; track axis; let c = $index) {
          <dt>{{ guide.kind === 'circle' ? 'Centre' : 'Through' }} {{ axis }}</dt>
          <dd>
            <pb-number [label]="'Guide ' + axis" [value]="place()[c]" [units]="units()" (given)="move(c, $event)" />
          </dd>
        }
        @if (guide.kind === 'circle') {
          <dt>Radius</dt>
          <dd>
            <pb-number
              label="Radius of the gauge circle"
              [value]="guide.radius"
              [units]="units()"
              [least]="1e-6"
              (given)="set({ kind: 'circle', centre: guide.centre, radius: $event })"
            />
          </dd>
        } @else {
          <dt>Angle</dt>
          <dd><pb-number label="Angle of the line in degrees" [value]="angle()" unit="°" (given)="turn($event)" /></dd>
          <dt>Symmetry</dt>
          <dd class="row">
            <pb-switch
              label="A symmetry line"
              [states]="['no', 'yes']"
              [on]="guide.symmetry"
              (toggled)="halve($event)"
            />
          </dd>
        }
      </dl>
    }
  `,
  styleUrl: './sections.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GuideSection {
  protected readonly editing = inject(Editing);
  protected readonly shown = inject(ShownItems);
  private readonly target = inject(Target);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly guide = computed((): Guide | null => {
    const item = this.shown.selected()?.item;
    return item?.kind === 'guide' ? item.guide : null;
  });
  protected readonly place = computed((): Vector3 => {
    const guide = this.guide();
    return guide === null ? [0, 0, 0] : guide.kind === 'line' ? guide.at : guide.centre;
  });
  private readonly plane = computed(() => this.target.planeOf(this.shown.selected()?.item.plane ?? null));
  protected readonly angle = computed(() => {
    const guide = this.guide();
    return guide?.kind === 'line' ? (angleIn(this.plane(), guide.direction) * 180) / Math.PI : 0;
  });

  protected set(guide: Guide): void {
    this.editing.doToSelected('setGuide', { guide });
  }

  protected move(axis: number, value: number): void {
    const guide = this.guide();
    const to = withCoordinate(this.place(), axis, value);
    if (guide) this.set(guide.kind === 'line' ? { ...guide, at: to } : { ...guide, centre: to });
  }

  protected turn(degrees: number): void {
    const guide = this.guide();
    const direction = directionIn(this.plane(), (degrees * Math.PI) / 180);
    if (guide?.kind === 'line') this.set({ ...guide, direction });
  }

  protected halve(symmetry: boolean): void {
    const guide = this.guide();
    if (guide?.kind === 'line') this.set({ ...guide, symmetry });
  }
}
