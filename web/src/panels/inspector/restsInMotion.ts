import { ChangeDetectorRef, Directive, effect, inject } from '@angular/core';
import { Motion } from '../../session';

/** What this component and all in it shows stays as it is while what is in hand is on the move, and then follows. */
@Directive()
export class RestsInMotion {
  constructor() {
    const motion = inject(Motion);
    const view = inject(ChangeDetectorRef);
    effect(() => (motion.isOn() ? view.detach() : view.reattach()));
  }
}
