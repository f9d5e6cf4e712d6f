import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { inPlane } from '@pencil-bend/core';
import { Editing, Target, ToolView, Viewports } from '../../session';
import { lengthShown, UNIT } from '../../ui/length';

/** Where the pointer is on the sheet, or what it drags, with the grid and the tolerance it goes by. */
@Component({
  selector: 'pb-pointer-place',
  template: `
    <span class="number quiet" data-testid="pointer">{{ place() }}</span>
    <span class="number quiet">grid {{ grid() }}</span>
    <span class="number quiet">tol {{ tolerance() }}</span>
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointerPlace {
  private readonly editing = inject(Editing);
  private readonly target = inject(Target);
  private readonly toolView = inject(ToolView);
  private readonly viewports = inject(Viewports);
  private readonly units = computed(() => this.editing.project()?.units ?? 'mm');
  protected readonly place = computed(() => {
    const at = this.toolView.preview().dragged?.to ?? this.viewports.pointer();
    const units = this.units();
    if (!at) return '';
    const [x, y] = inPlane(this.viewports.viewport().plane, at);
    return `x ${lengthShown(x, units, 1)} y ${lengthShown(y, units, 1)}`;
  });
  protected readonly grid = computed(() => this.short(this.target.grid()));
  protected readonly tolerance = computed(() => this.short(this.editing.project()?.tolerance ?? 0));

  /** Without zeros behind the point. */
  private short(mm: number): string {
    const units = this.units();
    return `${Number((mm / UNIT[units]).toPrecision(4))} ${units}`;
  }
}
