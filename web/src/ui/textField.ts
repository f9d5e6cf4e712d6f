import { ChangeDetectionStrategy, Component, type ElementRef, input, viewChild } from '@angular/core';
import { InputText } from 'primeng/inputtext';

/**
 * The library's text field in a view of its own, checked when its state changes and not with every value: of a table
 * whose numbers follow a drag those checks were a third of each move.
 */
@Component({
  selector: 'pb-text-field',
  imports: [InputText],
  template: `
    <input
      #field
      pInputText
      pSize="small"
      class="number"
      inputmode="decimal"
      autocomplete="off"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="invalid()"
      [disabled]="disabled()"
    />
  `,
  styles: `
    :host {
      display: block;
    }
    input {
      width: 100%;
      padding: 2px 6px;
      color: inherit;
      font-family: var(--mono);
      text-align: right;
      box-shadow: none;
    }
    input:disabled {
      background: var(--sheet);
      color: var(--quiet);
    }
    input[aria-invalid='true'] {
      border-color: var(--ochre) !important;
    }
    :host-context(.cell) input {
      padding: 3px 2px 3px 0;
      border-color: transparent;
      border-radius: 3px;
      background: transparent;
    }
    :host-context(.cell) input:hover {
      border-color: var(--hairline);
    }
    :host-context(.cell) input:focus {
      border-color: var(--ink);
      background: var(--paper);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextField {
  readonly label = input.required<string>();
  readonly invalid = input.required<boolean>();
  readonly disabled = input.required<boolean>();
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');

  get element(): HTMLInputElement {
    return this.field().nativeElement;
  }
}
