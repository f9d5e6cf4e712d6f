import type { Routes } from '@angular/router';
import type { BenchPage } from './bench/benchPage';
import { ProjectsPage } from './projects/projectsPage';

export const routes: Routes = [
  { path: '', component: ProjectsPage, title: 'Projects · Pencil Bend' },
  {
    path: 'bench/:id',
    title: 'Bench · Pencil Bend',
    canDeactivate: [(bench: BenchPage) => bench.mayLeave()],
    loadComponent: () => import('./bench/benchPage').then((bench) => bench.BenchPage),
  },
  { path: '**', redirectTo: '' },
];
