import { booleanAttribute, ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ButtonDirective } from 'primeng/button';

/**
 * A button that asks for a file. Our own: the library's upload adds 21 kB to a first page of 220, for a list of files,
 * a progress bar and an upload of its own that nothing here uses.
 */
@Component({
  selector: 'pb-file-button',
  imports: [ButtonDirective],
  template: `
    <button
      pButton
      severity="secondary"
      size="small"
      type="button"
      [outlined]="!plain()"
      [text]="plain()"
      (click)="file.click()"
    >
      <ng-content />
    </button>
    <input #file type="file" hidden [accept]="accept()" [attr.aria-label]="label()" (change)="take(file)" />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileButton {
  readonly accept = input.required<string>();
  readonly label = input.required<string>();
  /** As a word in a text. */
  readonly plain = input(false, { transform: booleanAttribute });
  readonly chosen = output<File>();

  protected take(field: HTMLInputElement): void {
    const [file] = field.files ?? [];
    // The same file can be chosen again once it is mended.
    field.value = '';
    if (file) this.chosen.emit(file);
  }
}
