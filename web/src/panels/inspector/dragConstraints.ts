import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { Editing, Target, ToolInHand, ToolView } from '../../session';
import { DRAG_CONSTRAINTS, type DragConstraint } from '../../tools/contract';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { NumberField } from '../../ui/numberField';
import { Switch } from '../../ui/switch';

const SIGNS: Readonly<Record<DragConstraint, Omit<ChoiceOption<DragConstraint>, 'value'>>> = {
  free: { label: 'free', name: 'Freely' },
  x: { label: 'x', name: 'Along x (X)' },
  y: { label: 'y', name: 'Along y (Y)' },
  z: { label: 'z', name: 'Along z (Z)' },
  legs: { label: '∥', name: 'Along the polygon (L)' },
  normal: { label: '⊥', name: 'Along the normal (N)' },
};

const SLIDING: readonly string[] = ['knot', 'seam', 'weight'];

/** How drags and arrows move what is selected: freely, along something, softly. */
@Component({
  selector: 'pb-drag-constraints',
  imports: [Choice, NumberField, Switch, Tooltip],
  template: `
    @if (state(); as now) {
      <dl>
        <dt>Moves</dt>
        <dd>
          <pb-choice
            label="Moves"
            [options]="constraints"
            [value]="now.along"
            (chosen)="hand.feed({ type: 'drag-settings', along: $event })"
          />
        </dd>
        <dt
          class="explained"
          tabindex="0"
          tooltipPosition="left"
          pTooltip="Neighbours within the reach follow a drag, the less the farther they are (F)"
        >
          Softly
        </dt>
        <dd class="row">
          <pb-switch
            label="Drag softly"
            [on]="now.soft !== null"
            (toggled)="hand.feed({ type: 'drag-settings', soft: $event ? usual() : null })"
          />
          @if (now.soft !== null) {
            <span class="quiet">reach</span>
            <pb-number
              label="Reach of a soft drag"
              [value]="now.soft"
              [units]="units()"
              [least]="1e-6"
              (given)="hand.feed({ type: 'drag-settings', soft: $event })"
            />
          }
        </dd>
      </dl>
    }
  `,
  styleUrl: './sections.css',
  host: { class: 'apart' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DragConstraints {
  private readonly editing = inject(Editing);
  private readonly toolView = inject(ToolView);
  protected readonly hand = inject(ToolInHand);
  private readonly target = inject(Target);
  protected readonly constraints = DRAG_CONSTRAINTS.map((value) => ({ value, ...SIGNS[value] }));
  protected readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly usual = computed(() => this.target.softReach());
  /** The same object as long as neither changes: a drag goes by here with every move. */
  protected readonly state = computed(
    () => {
      const kind = this.editing.selection().handles[0]?.kind;
      // What only slides along the curve, or weighs, has no way of its own.
      return !kind || SLIDING.includes(kind) ? null : this.toolView.accepts().drags;
    },
    { equal: (a, b) => a?.along === b?.along && a?.soft === b?.soft },
  );
}
