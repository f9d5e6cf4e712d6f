import { ChangeDetectionStrategy, Component, ElementRef, inject, signal } from '@angular/core';
import { Tooltip } from 'primeng/tooltip';
import { Editing } from '../../session';
import { StripGraph } from './stripGraph';
import { LinkButton } from '../../ui/buttons';
import { saveFile } from '../../ui/saveFile';
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
      pTooltip="What is shown as comma-separated values, to the clipboard"
      tooltipPosition="top"
      (click)="copy()"
    >
      {{ copied() ? 'copied' : 'copy' }}
    </button>
    <button pbLink pTooltip="The graph as a PNG picture" tooltipPosition="top" (click)="saveAsPng()">PNG</button>
    <button pbLink pTooltip="The graph as an SVG picture, in lines" tooltipPosition="top" (click)="saveAsSvg()">
      SVG
    </button>
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
  private readonly strip = inject(StripGraph);
  private readonly host: ElementRef<HTMLElement> = inject(ElementRef);
  protected readonly copied = signal(false);

  protected async copy(): Promise<void> {
    const own = this.strip.own();
    if (!own) return;
    const units = this.editing.project()?.units ?? 'mm';
    const table = this.strip.table();
    const text = table ? table() : curvatureCsv([own, ...this.strip.others()], units);
    if (text === null) return this.editing.notify('there is nothing to be copied yet');
    try {
      await navigator.clipboard.writeText(text);
    } catch {
      return this.editing.notify('the browser does not let this page write to the clipboard');
    }
    this.copied.set(true);
    setTimeout(() => this.copied.set(false), SAID_MS);
  }

  protected saveAsPng(): void {
    const canvas = this.host.nativeElement.closest('pb-graphs')?.querySelector('canvas');
    canvas?.toBlob((picture) => {
      if (picture) this.save(picture, 'png');
    });
  }

  protected async saveAsSvg(): Promise<void> {
    try {
      const svg = await this.strip.picture()?.();
      if (svg) this.save(new Blob([svg], { type: 'image/svg+xml' }), 'svg');
    } catch {
      this.editing.notify('the picture was not made: what draws it could not be fetched from the server');
    }
  }

  private save(picture: Blob, ending: 'png' | 'svg'): void {
    const shows = this.strip.table() ? 'deviation' : this.strip.quantity();
    saveFile(picture, `${this.strip.own()?.name || 'Curve'} ${shows}.${ending}`);
  }
}
