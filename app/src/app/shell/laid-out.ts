import { afterRenderEffect, signal, type ElementRef, type Signal } from '@angular/core';

/** Width and height, px. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** How large a place on the page is laid out, followed as it changes; nothing before it is there. To be asked for where components are made. */
export function laidOut(place: Signal<ElementRef<Element> | undefined>): Signal<Size | undefined> {
  const size = signal<Size | undefined>(undefined);
  afterRenderEffect((onCleanup) => {
    const element = place()?.nativeElement;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => {
      if (entry) size.set({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    watch.observe(element);
    onCleanup(() => watch.disconnect());
  });
  return size.asReadonly();
}
