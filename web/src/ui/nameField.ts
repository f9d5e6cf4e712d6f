import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';

/** A field in place of a name: Enter or leaving it takes a new name, Escape leaves the old one. */
@Component({
  selector: 'pb-name-field',
  template: `
    <input
      #field
      maxlength="120"
      [attr.aria-label]="label()"
      [value]="value()"
      (keydown.enter)="take()"
      (keydown.escape)="leave()"
      (blur)="take()"
    />
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    input {
      width: 100%;
      height: 26px;
      padding: 0 5px;
      border: 1px solid var(--hairline);
      border-radius: 4px;
      background: var(--paper);
      color: inherit;
      font: inherit;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NameField {
  readonly value = input.required<string>();
  readonly label = input.required<string>();
  /** A name that is not empty and not the old one. */
  readonly named = output<string>();
  /** Nothing is to be renamed. */
  readonly left = output();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  private done = false;

  constructor() {
    afterNextRender(() => {
      this.field().nativeElement.focus();
      this.field().nativeElement.select();
    });
  }

  protected take(): void {
    const given = this.field().nativeElement.value.trim();
    if (!given || given === this.value()) return this.leave();
    if (this.done) return;
    this.done = true;
    this.named.emit(given);
  }

  protected leave(): void {
    if (this.done) return;
    this.done = true;
    this.left.emit();
  }
}
