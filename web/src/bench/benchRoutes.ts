import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { reducers } from '../state/reducers';
import { drawingEffects, savingEffects } from '../sync/effects';
import { BenchPage } from './benchPage';

/** The bench with its state: the page of projects comes without what only a drawing needs. */
export const benchRoutes: Routes = [
  {
    path: '',
    title: 'Bench · Pencil Bend',
    canDeactivate: [(bench: BenchPage) => bench.mayLeave()],
    providers: [
      provideState('drawing', reducers.drawing),
      provideState('selection', reducers.selection),
      provideState('view', reducers.view),
      provideState('saving', reducers.saving),
      provideEffects(drawingEffects, savingEffects),
    ],
    component: BenchPage,
  },
];
