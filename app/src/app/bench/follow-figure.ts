import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { ToldAt } from '../drawing/figure-links';
import { BenchStore } from './bench-store';

/** Follows a number on a drawing of the tree on the bench to its figure, or to its rule in the almanac. */
@Injectable()
export class FollowFigure {
  private readonly router = inject(Router);
  private readonly bench = inject(BenchStore);

  to(told: ToldAt): void {
    void ('figure' in told
      ? this.router.navigate(['/tree', this.bench.treeId(), 'figures'], { fragment: told.figure })
      : this.router.navigate(['/almanac'], { fragment: `rule-${told.rule}` }));
  }
}
