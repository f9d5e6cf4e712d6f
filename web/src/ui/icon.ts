import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DomSanitizer } from '@angular/platform-browser';
import undo from '@tabler/icons/outline/arrow-back-up.svg';
import redo from '@tabler/icons/outline/arrow-forward-up.svg';
import back from '@tabler/icons/outline/chevron-left.svg';
import shown from '@tabler/icons/outline/eye.svg';
import hidden from '@tabler/icons/outline/eye-off.svg';
import copy from '@tabler/icons/outline/copy.svg';
import save from '@tabler/icons/outline/download.svg';
import bringIn from '@tabler/icons/outline/file-import.svg';
import handOver from '@tabler/icons/outline/file-export.svg';
import edit from '@tabler/icons/outline/edit.svg';
import history from '@tabler/icons/outline/history.svg';
import restore from '@tabler/icons/outline/restore.svg';
import close from '@tabler/icons/outline/x.svg';
import fit from '@tabler/icons/outline/maximize.svg';
import remove from '@tabler/icons/outline/trash.svg';
import locked from '@tabler/icons/outline/lock.svg';
import unlocked from '@tabler/icons/outline/lock-open.svg';
import less from '@tabler/icons/outline/minus.svg';
import add from '@tabler/icons/outline/plus.svg';
import grip from '@tabler/icons/outline/grip-vertical.svg';
import up from '@tabler/icons/outline/chevron-up.svg';
import down from '@tabler/icons/outline/chevron-down.svg';
import picture from '@tabler/icons/outline/photo.svg';
import palette from '@tabler/icons/outline/layout-grid.svg';
import snap from '@tabler/icons/outline/current-location.svg';

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
  bringIn,
  handOver,
  edit,
  history,
  restore,
  close,
  remove,
  locked,
  unlocked,
  add,
  less,
  grip,
  up,
  down,
  picture,
  palette,
  snap,
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
  readonly name = input<keyof typeof icons>();
  /** A sign of our own instead, as paths in a square of 24. */
  readonly paths = input<string>();
  private readonly sanitizer = inject(DomSanitizer);
  protected readonly markup = computed(() => {
    const [name, paths] = [this.name(), this.paths()];
    return this.sanitizer.bypassSecurityTrustHtml(paths ? own(paths) : name ? icons[name] : '');
  });
}
