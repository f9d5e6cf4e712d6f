import { ChangeDetectionStrategy, Component } from '@angular/core';

/** Stands for a part of the bench that the server went away with before it was fetched. */
@Component({
  selector: 'pb-not-loaded',
  template: `The server was away before this was fetched. Load the page again when it is back: your changes wait here.`,
  styles: `
    :host {
      position: fixed;
      z-index: 3;
      right: 14px;
      bottom: 40px;
      width: 260px;
      padding: 10px 14px;
      border: 1px solid var(--ochre-line);
      border-radius: 6px;
      background: var(--ochre-wash);
      color: var(--ochre);
      font-size: 13px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'status' },
})
export class NotLoaded {}
