import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { ActivatedRoute, RouterLink } from '@angular/router';
import type { RuleKey } from '../../../../core';
import { scrollToFragment } from '../words/scroll-to-fragment';
import { Say, Told } from '../words/told';
import { TreeStore } from '../tree/tree-store';
import { TreeFigures } from './tree-figures';

/** Every figure a tree is judged by: its value, source, who set it, and how to set it within bounds. */
@Component({
  selector: 'eb-figures-page',
  imports: [RouterLink, Say, Told],
  providers: [TreeFigures],
  template: `
    <div class="leaf-page">
      <header class="leaf-head">
        <a class="back" [routerLink]="['/tree', treeId()]"
          ><i class="bi bi-arrow-left" aria-hidden="true"></i> {{ figures.state()?.record?.name }}</a
        >
        <h1>{{ 'figures.what-it-is-measured' | say }}</h1>
        <p>
          {{ 'figures.each-figure-may-be' | say }}
        </p>
      </header>
      @for (group of figures.groups(); track group.title.code) {
        <h2>{{ group.title | told }}</h2>
        <ul class="figures">
          @for (figure of group.figures; track figure.key) {
            <li [id]="figure.key" [class.pointed]="pointed() === figure.key" [class.own]="figure.isOwn">
              <span class="about">{{ figure.about | told }}</span>
              <input
                #field
                [attr.aria-label]="figure.about | told"
                [value]="figure.shown"
                (change)="set(figure.key, field.value)"
                (focus)="field.select()"
              />
              <span class="origin"
                >{{ figure.from | told }} · {{ figure.source | told }} · {{ figure.bounds | told }}
                @if (figure.isOwn) {
                  <button type="button" class="tool" (click)="figures.reset(figure.key)">
                    {{ 'figures.reset' | say }}
                  </button>
                }
              </span>
              @if (figure.learnt; as learnt) {
                <span class="learnt">{{ learnt | told }}</span>
              }
              @if (figures.trouble()?.key === figure.key) {
                <span class="price" role="alert">{{ figures.trouble()?.why | told }}</span>
              }
            </li>
          }
        </ul>
      }
      @for (group of figures.lines(); track group.title.code) {
        <h2>{{ group.title | told }}</h2>
        <dl class="said-lines">
          @for (line of group.lines; track line.id) {
            <div [id]="line.id">
              <dt>{{ line.about | told }}</dt>
              <dd>{{ line.says }}</dd>
            </div>
          }
        </dl>
      }
    </div>
  `,
  styleUrl: './figures-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FiguresPage {
  readonly treeId = inject(TreeStore).treeId;
  readonly figures = inject(TreeFigures);
  private readonly route = inject(ActivatedRoute);

  readonly pointed = (): string | null => this.route.snapshot.fragment;

  constructor() {
    scrollToFragment();
  }

  set(key: RuleKey, text: string): void {
    this.figures.set(key, text);
  }
}
