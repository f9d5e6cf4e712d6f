import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Bench } from '../../session/bench';
import { NumberField } from '../../ui/numberField';
import { type Along, WAYS } from '../../tools/select/dragConstraint';

const SIGNS: Readonly<Record<Along, { readonly sign: string; readonly words: string }>> = {
  free: { sign: 'free', words: 'Freely' },
  x: { sign: 'x', words: 'Along x (X)' },
  y: { sign: 'y', words: 'Along y (Y)' },
  z: { sign: 'z', words: 'Along z (Z)' },
  legs: { sign: '∥', words: 'Along the polygon (L)' },
  normal: { sign: '⊥', words: 'Along the normal (N)' },
};

/** How drags and arrows move what is selected: freely, along something, softly. */
@Component({
  selector: 'pb-drag-ways',
  imports: [NumberField],
  template: `
    @if (state(); as now) {
      <dl>
        <dt>Moves</dt>
        <dd>
          <span class="choice" role="group" aria-label="Moves">
            @for (way of ways; track way.along) {
              <button
                type="button"
                [attr.aria-pressed]="now.along === way.along"
                [attr.aria-label]="way.words"
                [title]="way.words"
                (click)="bench.feed({ type: 'way', along: way.along })"
              >
                {{ way.sign }}
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
            (given)="bench.feed({ type: 'way', soft: $event })"
          />
          <button
            type="button"
            class="pin"
            aria-label="Drag softly"
            [attr.aria-pressed]="now.soft !== null"
            (click)="bench.feed({ type: 'way', soft: now.soft === null ? usual() : null })"
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
export class DragWays {
  protected readonly bench = inject(Bench);
  protected readonly ways = WAYS.map((along) => ({ along, ...SIGNS[along] }));
  protected readonly units = computed(() => this.bench.project()?.units ?? 'mm');
  protected readonly usual = computed(() => this.bench.softReach());
  /** The same object as long as neither changes: a drag goes by here with every move. */
  protected readonly state = computed(
    () => {
      const tool = this.bench.tool();
      const kind = this.bench.selection().handles[0]?.kind;
      // What only slides along the curve, or weighs, has no way of its own.
      if (tool.tool !== 'bend' || !kind || ['knot', 'seam', 'weight'].includes(kind)) return null;
      return { along: tool.along, soft: tool.soft };
    },
    { equal: (a, b) => a?.along === b?.along && a?.soft === b?.soft },
  );
}
