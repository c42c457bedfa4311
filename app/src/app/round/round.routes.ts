import type { Routes } from '@angular/router';
import { TreeWork } from '../tree/tree-work';
import { RoundPage } from './round-page';
import { RoundStore } from './round-store';

/** The round, with where it stands: kept while other pages are looked at. */
export const ROUND_ROUTES: Routes = [
  { path: '', title: 'page.round', component: RoundPage, providers: [RoundStore, TreeWork] },
];
