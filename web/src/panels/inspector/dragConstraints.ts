import { ToolView } from '../../session/toolView';
import { Editing } from '../../session/editing';
import { ToolInHand } from '../../session/toolInHand';
import { Target } from '../../session/target';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { NumberField } from '../../ui/numberField';
import { DRAG_CONSTRAINTS, type DragConstraint } from '../../tools/contract';

const SIGNS: Readonly<Record<DragConstraint, { readonly sign: string; readonly label: string }>> = {
  free: { sign: 'free', label: 'Freely' },
  x: { sign: 'x', label: 'Along x (X)' },
  y: { sign: 'y', label: 'Along y (Y)' },
  z: { sign: 'z', label: 'Along z (Z)' },
  legs: { sign: '∥', label: 'Along the polygon (L)' },
  normal: { sign: '⊥', label: 'Along the normal (N)' },
};

const SLIDING: readonly string[] = ['knot', 'seam', 'weight'];

/** How drags and arrows move what is selected: freely, along something, softly. */
@Component({
  selector: 'pb-drag-constraints',
  imports: [NumberField],
  template: `
    @if (state(); as now) {
      <dl>
        <dt>Moves</dt>
        <dd>
          <span class="choice" role="group" aria-label="Moves">
            @for (each of constraints; track each.along) {
              <button
                type="button"
                [attr.aria-pressed]="now.along === each.along"
                [attr.aria-label]="each.label"
                [title]="each.label"
                (click)="hand.feed({ type: 'drag-settings', along: each.along })"
              >
                {{ each.sign }}
              </button>
            }
          </span>
        </dd>
        <dt>Soft within</dt>
        <dd class="row">
          <pb-number
            label="Reach of a soft drag"
            [value]="now.soft ?? usual()"
            [units]="units()"
            [least]="1e-6"
            (given)="hand.feed({ type: 'drag-settings', soft: $event })"
          />
          <button
            type="button"
            class="pin"
            aria-label="Drag softly"
            [attr.aria-pressed]="now.soft !== null"
            (click)="hand.feed({ type: 'drag-settings', soft: now.soft === null ? usual() : null })"
          >
            {{ now.soft === null ? 'off' : 'on' }}
          </button>
        </dd>
      </dl>
    }
  `,
  styleUrl: './sections.css',
  host: { class: 'apart' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DragConstraints {
  protected readonly editing = inject(Editing);
  protected readonly toolView = inject(ToolView);
  protected readonly hand = inject(ToolInHand);
  protected readonly target = inject(Target);
  protected readonly constraints = DRAG_CONSTRAINTS.map((along) => ({ along, ...SIGNS[along] }));
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
