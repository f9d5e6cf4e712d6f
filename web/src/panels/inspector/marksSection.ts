import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { Tooltip } from 'primeng/tooltip';
import { MARK_KINDS, type MarkKind } from '../../api/savedView';
import { Editing } from '../../session';
import { viewActions } from '../../state/actions';
import type { BenchState } from '../../state/reducers';
import { selectReading } from '../../state/selectors';
import { LinkButton } from '../../ui/buttons';
import { NumberField } from '../../ui/numberField';
import { Switch } from '../../ui/switch';
import { Toggle } from '../../ui/toggle';
import { MARK_LOOKS } from '../../view/markKinds';

/** What is marked on curves, and from which size on. */
@Component({
  selector: 'pb-marks-section',
  imports: [LinkButton, NumberField, Switch, Toggle, Tooltip],
  template: `
    <dl>
      <dt
        class="explained"
        tabindex="0"
        tooltipPosition="left"
        pTooltip="Lumps whose curvature differs by less, as a share of what the curve's curvature comes to at most, are not listed"
      >
        Lumps from
      </dt>
      <dd class="row short">
        <pb-number
          label="Lumps are listed from"
          unit=" %"
          [value]="percent()"
          [digits]="1"
          [least]="2"
          [most]="100"
          (given)="list($event)"
        />
      </dd>
      <dt
        class="explained"
        tabindex="0"
        tooltipPosition="left"
        pTooltip="The smallest radius that a cutter, or whoever builds it, can make: what is tighter is marked on sheet and strip"
      >
        Smallest R
      </dt>
      <dd class="row short">
        <pb-number
          label="Smallest radius allowed"
          none="no limit"
          [value]="limit()"
          [units]="units()"
          [least]="1e-3"
          (given)="setLimit($event)"
        />
        @if (limit() !== null) {
          <button pbLink (click)="setLimit(null)">no limit</button>
        }
      </dd>
      <dt
        class="explained"
        tabindex="0"
        tooltipPosition="left"
        pTooltip="The circle that bends as the curve does where the pointer is, while it is near the curve"
      >
        Circle
      </dt>
      <dd>
        <pb-switch
          label="Circle of curvature at the pointer"
          [states]="['hidden', 'at the pointer']"
          [on]="circle()"
          (toggled)="showCircle($event)"
        />
      </dd>
    </dl>
    <div class="marks" role="group" aria-label="What is marked">
      @for (mark of marks(); track mark.kind) {
        <pb-toggle [label]="mark.label" [tip]="mark.tip" [on]="mark.on" (toggled)="setMark(mark.kind, $event)" />
      }
    </div>
  `,
  styleUrls: ['./sections.css', './marksSection.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MarksSection {
  private readonly store: Store<BenchState> = inject(Store);
  private readonly editing = inject(Editing);
  private readonly settings = this.store.selectSignal(selectReading);
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly limit = computed(() => this.settings().limit);
  protected readonly circle = computed(() => this.settings().circle);
  protected readonly percent = computed(() => 100 * this.settings().least);

  protected readonly marks = computed(() => {
    const on = new Set(this.settings().marks);
    return MARK_KINDS.map((kind) => {
      const { many, tip } = MARK_LOOKS[kind];
      return { kind, label: many, tip, on: on.has(kind) };
    });
  });

  protected list(percent: number): void {
    this.store.dispatch(viewActions.lumpsListed({ least: percent / 100 }));
  }

  protected setLimit(limit: number | null): void {
    this.store.dispatch(viewActions.radiusLimited({ limit }));
  }

  protected showCircle(shown: boolean): void {
    this.store.dispatch(viewActions.circleShown({ shown }));
  }

  protected setMark(kind: MarkKind, on: boolean): void {
    this.store.dispatch(viewActions.markSet({ kind, on }));
  }
}
