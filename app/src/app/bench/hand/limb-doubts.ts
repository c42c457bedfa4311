import { computed, inject, Injectable } from '@angular/core';
import { told, type Message } from '../../../../../core';
import { doubtTold, valueOf, type DoubtTold } from '../../judging/doubt-told';
import { Ponder } from '../../judging/ponder';
import { Words } from '../../words/words';
import { BenchStore } from '../bench-store';
import { Weighing } from '../weighing';
import { HandStore } from './hand-store';

/** How sure the verdict on the limb in hand is, what would turn it, what would keep a limb that goes, and what that costs. */
@Injectable()
export class LimbDoubts {
  private readonly bench = inject(BenchStore);
  private readonly hand = inject(HandStore);
  private readonly ponder = inject(Ponder);
  private readonly words = inject(Words);

  readonly weighing = inject(Weighing).question;

  private readonly kept = this.ponder.about(
    'keep',
    computed(() => {
      const [state, verdict] = [this.hand.settled(), this.hand.verdict()];
      const goes = verdict?.decision === 'out' && verdict.ruling === 'undecided';
      return state && goes && this.hand.stem()?.parent.kind === 'stem'
        ? { state, stemId: verdict.stemId }
        : undefined;
    }),
  );

  /** How sure the verdict is, and which reading would turn it. */
  readonly doubt = computed<DoubtTold | undefined>(() => {
    const weighed = this.weighing.now();
    if (weighed.kind === 'waiting')
      return weighed.part ? undefined : { level: 'waiting', words: told('doubt.weighing') };
    const id = this.hand.stem()?.id ?? '';
    const found = weighed.kind === 'answered' ? weighed.answer[id] : undefined;
    return doubtTold(found, id, this.bench.state()?.tree ?? { stems: [] });
  });

  /** The nearest reading that would keep a limb that goes. */
  readonly toKeep = computed<Message | undefined>(() => {
    const kept = this.kept.now();
    if (kept.kind === 'waiting') return told('doubt.looking');
    if (kept.kind !== 'answered') return undefined;
    if (!kept.answer) return told('doubt.no-reading');
    const { field, from, to } = kept.answer;
    const args = { reading: told(`reading.${field}`), to: valueOf(field, to), from: valueOf(field, from) };
    return told('doubt.would-keep', args);
  });

  /** What is at stake on the other side of the verdict. */
  readonly price = computed<Message | undefined>(() => {
    const verdict = this.bench.priced()?.verdicts[this.hand.verdict()?.stemId ?? ''];
    if (!verdict?.price) return undefined;
    const price = this.words.line(verdict.price.parts);
    if (['keep', 'frame', 'leader'].includes(verdict.ruling)) return told('doubt.keeping-costs', { price });
    return verdict.ruling === 'out' ? told('doubt.keeping-means', { price }) : undefined;
  });
}
