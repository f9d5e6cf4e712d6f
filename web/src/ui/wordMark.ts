import { ChangeDetectionStrategy, Component } from '@angular/core';

@Component({
  selector: 'pb-word-mark',
  template: `
    <svg viewBox="0 0 28 20" width="28" height="20" aria-hidden="true">
      <path
        d="M2 17C9 17 8 4 14 4s5 13 12 13"
        fill="none"
        stroke="currentColor"
        stroke-width="2.4"
        stroke-linecap="round"
      />
      <circle cx="14" cy="4" r="3" fill="var(--vermilion)" />
    </svg>
    <span>Pencil Bend</span>
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 8px;
      font-weight: 650;
      font-size: 15px;
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WordMark {}
