import type { Vector3 } from '@pencil-bend/core';
import type { Sample } from '../tools/contract';

/** Every place since the event before, which a fast pointer goes through between two frames. */
export function samplesOf(event: PointerEvent, placeOf: (event: PointerEvent) => Vector3): readonly Sample[] {
  const all = event.type === 'pointermove' ? event.getCoalescedEvents() : [];
  return (all.length > 0 ? all : [event]).map((each) => ({
    at: placeOf(each),
    pressure: each.pointerType === 'pen' ? each.pressure : null,
  }));
}
