import type { Id } from '@pencil-bend/document';
import { newId } from '../state/ids';

/**
 * Ids for what a tool would make next: the same ones for every preview and for what is kept in the end, so that a
 * preview can be taken as it is.
 */
export class ReservedIds {
  private ids: Id[] = [];

  /** Gives them out in order, from the first. */
  fromTheFirst(): () => Id {
    let next = 0;
    return () => (this.ids[next++] ??= newId());
  }

  /** The ones so far are in use. */
  renew(): void {
    this.ids = [];
  }
}
