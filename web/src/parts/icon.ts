import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';
import undo from '@tabler/icons/outline/arrow-back-up.svg';
import redo from '@tabler/icons/outline/arrow-forward-up.svg';
import back from '@tabler/icons/outline/chevron-left.svg';
import shown from '@tabler/icons/outline/eye.svg';
import hidden from '@tabler/icons/outline/eye-off.svg';
import copy from '@tabler/icons/outline/copy.svg';
import save from '@tabler/icons/outline/download.svg';
import edit from '@tabler/icons/outline/edit.svg';
import history from '@tabler/icons/outline/history.svg';
import restore from '@tabler/icons/outline/restore.svg';
import close from '@tabler/icons/outline/x.svg';
import fit from '@tabler/icons/outline/maximize.svg';
import remove from '@tabler/icons/outline/trash.svg';

/** Everyday signs from a standard set; the signs of our own tools are drawn here. */
const own = (paths: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="24" height="24" viewBox="0 0 24 24" fill="none" stroke="currentColor" stroke-width="1.6" stroke-linecap="round">${paths}</svg>`;

const icons = {
  undo,
  redo,
  back,
  shown,
  hidden,
  fit,
  copy,
  save,
  edit,
  history,
  restore,
  close,
  remove,
  bend: own(
    '<path d="M3 19C9 19 8 8 13 8s4 6 8 6"/><circle cx="13" cy="8" r="2.6" fill="currentColor"/><path d="M13 2v2M7 8H5M21 8h-2"/>',
  ),
  draw: own(
    '<path d="M4 18C7 18 7 8 11.500 8S16 16 20 15"/><circle cx="4" cy="18" r="2" fill="var(--paper)"/><circle cx="11.500" cy="8" r="2" fill="var(--paper)"/><circle cx="20" cy="15" r="2" fill="var(--paper)"/>',
  ),
  insert: own(
    '<path d="M3 17C8 17 9 9 20 8"/><circle cx="11" cy="12.200" r="2.400" fill="currentColor"/><path d="M18 14v7M14.500 17.500h7"/>',
  ),
  comb: own(
    '<path d="M3 18c6 0 6-3 18-4"/><path d="M5 17.500V12M9 17V7M13 15.500V5M17 14.500V8M21 14v-3" stroke-width="1.200"/>',
  ),
} as const;

@Component({
  selector: 'pb-icon',
  template: '<span aria-hidden="true" [innerHTML]="markup()"></span>',
  styles: `
    :host,
    span {
      display: inline-flex;
    }
    :host ::ng-deep svg {
      width: var(--icon, 20px);
      height: var(--icon, 20px);
      stroke-width: 1.6;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Icon {
  readonly name = input.required<keyof typeof icons>();
  private readonly sanitizer = inject(DomSanitizer);
  protected readonly markup = computed(() => this.sanitizer.bypassSecurityTrustHtml(icons[this.name()]));
}
