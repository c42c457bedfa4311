import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Reason, TreeState } from '../../../../core';
import { Say, Told } from './told';
import { whereTold } from './where-told';

/** A sentence of why, with a link to each thing it rests on. */
@Component({
  selector: 'eb-reason',
  imports: [RouterLink, Say, Told],
  template: `{{ reason() | told }}
    @for (at of links(); track at.fragment) {
      <a
        class="figure-link"
        [routerLink]="at.commands"
        [fragment]="at.fragment"
        [attr.aria-label]="at.name | say: { about: (reason() | told) }"
        [title]="at.name | say: { about: '' }"
        ><i class="bi" [class]="at.sign" aria-hidden="true"></i
      ></a>
    }`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReasonTold {
  readonly reason = input.required<Reason>();
  readonly of = input.required<TreeState | undefined>();

  readonly links = computed(() => {
    const record = this.of()?.record;
    if (!record) return [];
    return (this.reason().grounds ?? []).flatMap((ground) => whereTold(ground, record.id, record.kind) ?? []);
  });
}
