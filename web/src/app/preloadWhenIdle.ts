import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { EMPTY, Observable, switchMap } from 'rxjs';
import { whenIdle } from '../ui/whenIdle';

/** Fetches the pages whose data say `ahead` once the one that was asked for stands: a click finds them there. */
@Injectable({ providedIn: 'root' })
export class PreloadWhenIdle implements PreloadingStrategy {
  preload(route: Route, load: () => Observable<unknown>): Observable<unknown> {
    if (!route.data?.['ahead']) return EMPTY;
    const idle = new Observable<void>((observer) => whenIdle(() => observer.next()));
    return idle.pipe(switchMap(load));
  }
}
