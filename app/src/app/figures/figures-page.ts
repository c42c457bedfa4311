import { afterNextRender, ChangeDetectionStrategy, Component, effect, inject, input } from '@angular/core';
import { ActivatedRoute, RouterLink } from '@angular/router';
import type { RuleKey } from '../../../../core';
import { TreeFigures } from './tree-figures';

/** Every figure a tree is judged by: its value, source, who set it, and how to set it within bounds. */
@Component({
  selector: 'eb-figures-page',
  imports: [RouterLink],
  providers: [TreeFigures],
  template: `
    <div class="leaf-page">
      <header class="leaf-head">
        <a class="back" [routerLink]="['/tree', treeId()]"
          ><i class="bi bi-arrow-left" aria-hidden="true"></i> {{ figures.state()?.record?.name }}</a
        >
        <h1>What it is measured against</h1>
        <p>
          Each figure may be set for this tree. The verdicts and the plan follow at once; Undo takes it back.
        </p>
      </header>
      @for (group of figures.groups(); track group.title) {
        <h2>{{ group.title }}</h2>
        <ul class="figures">
          @for (figure of group.figures; track figure.key) {
            <li [id]="figure.key" [class.pointed]="pointed() === figure.key" [class.own]="figure.isOwn">
              <span class="about">{{ figure.about }}</span>
              <input
                #field
                [attr.aria-label]="figure.about"
                [value]="figure.shown"
                (change)="set(figure.key, field.value)"
                (focus)="field.select()"
              />
              <span class="origin"
                >{{ figure.from }} · {{ figure.source }} · {{ figure.bounds }}
                @if (figure.isOwn) {
                  <button type="button" class="tool" (click)="figures.reset(figure.key)">reset</button>
                }
              </span>
              @if (figures.trouble()?.key === figure.key) {
                <span class="price" role="alert">{{ figures.trouble()?.words }}</span>
              }
            </li>
          }
        </ul>
      }
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FiguresPage {
  readonly treeId = input.required<string>();
  readonly figures = inject(TreeFigures);
  private readonly route = inject(ActivatedRoute);

  readonly pointed = (): string | null => this.route.snapshot.fragment;

  constructor() {
    effect(() => this.figures.treeId.set(this.treeId()));
    afterNextRender(() => document.getElementById(this.pointed() ?? '')?.scrollIntoView({ block: 'center' }));
  }

  set(key: RuleKey, text: string): void {
    this.figures.set(key, text);
  }
}
