import type { Routes } from '@angular/router';

export const routes: Routes = [
  {
    path: '',
    title: 'Yard · Eager Bough',
    loadComponent: () => import('./yard/yard-page').then((m) => m.YardPage),
  },
  {
    path: 'tree/:treeId',
    title: 'Bench · Eager Bough',
    loadComponent: () => import('./bench/bench-page').then((m) => m.BenchPage),
  },
  { path: '**', redirectTo: '' },
];
