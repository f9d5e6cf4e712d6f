import { Injectable, signal } from '@angular/core';
import type { CommandCall } from '@pencil-bend/document';

/** What a control of the card would do as it is slid: it is seen on the sheet, and nothing is changed before it is let go. */
@Injectable()
export class Trial {
  readonly call = signal<CommandCall | null>(null);
}
