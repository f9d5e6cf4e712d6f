import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { Editing, Readings, ShownItems } from '../../session';
import { LinkButton } from '../../ui/buttons';
import { curvatureCsv } from './curvatureCsv';

/** So long it is said that something was copied, in ms. */
const SAID_MS = 2000;

/** Takes what the graph shows elsewhere: as a table, or as a picture. */
@Component({
  selector: 'pb-graph-copies',
  imports: [LinkButton, Tooltip],
  template: `
    <button
      pbLink
      pTooltip="Length, curvature and radius as comma-separated values, to the clipboard"
      tooltipPosition="top"
      (click)="copy()"
    >
      {{ copied() ? 'copied' : 'copy' }}
    </button>
    <button pbLink pTooltip="The graph as a PNG picture" tooltipPosition="top" (click)="save()">picture</button>
  `,
  styles: `
    :host {
      display: flex;
      flex: none;
      margin-left: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GraphCopies {
  private readonly editing = inject(Editing);
  private readonly readings = inject(Readings);
  private readonly shown = inject(ShownItems);
  private readonly host: ElementRef<HTMLElement> = inject(ElementRef);
  protected readonly copied = signal(false);
  private readonly name = computed(() => this.shown.selected()?.item.name ?? 'Curve');

  protected async copy(): Promise<void> {
    const reading = this.readings.reading();
    if (!reading) return;
    const { items } = this.editing.selection();
    const names = new Map(this.shown.all().map(({ id, item }) => [id, item.name]));
    const several = [...this.readings.of(items)].map(([id, { profile }]) => ({ name: names.get(id) ?? '', profile }));
    const curves = several.length > 1 ? several : [{ name: this.name(), profile: reading.profile }];
    try {
      await navigator.clipboard.writeText(curvatureCsv(curves, this.editing.project()?.units ?? 'mm'));
    } catch {
      return this.editing.notify('the browser does not let this page write to the clipboard');
    }
    this.copied.set(true);
    setTimeout(() => this.copied.set(false), SAID_MS);
  }

  protected save(): void {
    const canvas = this.host.nativeElement.closest('pb-graphs')?.querySelector('canvas');
    canvas?.toBlob((picture) => {
      if (!picture) return;
      const link = document.createElement('a');
      link.href = URL.createObjectURL(picture);
      link.download = `${this.name()} curvature.png`;
      link.click();
      URL.revokeObjectURL(link.href);
    });
  }
}
