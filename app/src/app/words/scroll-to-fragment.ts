import { afterNextRender, inject } from '@angular/core';
import { ActivatedRoute } from '@angular/router';

/** Brings what a link led to into view, and points it out, once the page is drawn. For a page's constructor. */
export function scrollToFragment(block: ScrollLogicalPosition = 'center'): void {
  const { fragment } = inject(ActivatedRoute).snapshot;
  afterNextRender(() => {
    const target = fragment === null ? null : document.getElementById(fragment);
    target?.scrollIntoView({ block });
    target?.classList.add('pointed');
  });
}
