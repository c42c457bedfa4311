import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { Ground } from '../../../../core';
import { whereTold } from '../words/where-told';
import { BenchStore } from './bench-store';

/** Follows a number on a drawing of the tree on the bench to what it rests on. */
@Injectable()
export class FollowFigure {
  private readonly router = inject(Router);
  private readonly bench = inject(BenchStore);

  to(ground: Ground): void {
    const record = this.bench.state()?.record;
    const at = record && whereTold(ground, record.id, record.kind);
    if (at) void this.router.navigate([...at.commands], { fragment: at.fragment });
  }
}
