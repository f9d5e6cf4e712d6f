import type { Routes } from '@angular/router';
import { ProjectsPage } from './projects/projectsPage';

export const routes: Routes = [
  { path: '', component: ProjectsPage, title: 'Projects · Pencil Bend' },
  {
    path: 'bench/:id',
    title: 'Bench · Pencil Bend',
    loadComponent: () => import('./bench/benchPage').then(({ BenchPage }) => BenchPage),
  },
  { path: '**', redirectTo: '' },
];
