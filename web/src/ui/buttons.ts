import { Directive, inject } from '@angular/core';
import { ButtonDirective } from 'primeng/button';

/** A button that stands back: a sign on a bar. */
@Directive({ selector: 'button[pbQuiet]', hostDirectives: [ButtonDirective], host: { type: 'button' } })
export class QuietButton {
  constructor() {
    Object.assign(inject(ButtonDirective), { severity: 'secondary', text: true });
  }
}

/** A button in a line of text: what can be done about what stands beside it. */
@Directive({ selector: 'button[pbLink]', hostDirectives: [ButtonDirective], host: { type: 'button' } })
export class LinkButton {
  constructor() {
    Object.assign(inject(ButtonDirective), { text: true, size: 'small' });
  }
}

/** A button with a frame, among the fields of a card. */
@Directive({ selector: 'button[pbFramed]', hostDirectives: [ButtonDirective], host: { type: 'button' } })
export class FramedButton {
  constructor() {
    Object.assign(inject(ButtonDirective), { severity: 'secondary', outlined: true, size: 'small' });
  }
}
