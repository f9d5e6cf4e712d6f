import type { Routes } from '@angular/router';
import type { BenchPage } from '../bench/benchPage';

export const routes: Routes = [
  {
    path: '',
    title: 'Projects · Pencil Bend',
    loadComponent: () => import('../projects/projectsPage').then((projects) => projects.ProjectsPage),
  },
  {
    path: 'bench/:id',
    title: 'Bench · Pencil Bend',
    canDeactivate: [(bench: BenchPage) => bench.mayLeave()],
    loadComponent: () => import('../bench/benchPage').then((bench) => bench.BenchPage),
  },
  { path: '**', redirectTo: '' },
];
