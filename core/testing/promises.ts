import type { Act } from '../acts/acts';
import { passedCap } from '../acts/account';
import { findingsOn } from '../findings/finding';
import { bearingDifference } from '../geometry/vector';
import type { TreeState } from '../history/tree-at';
import { sceneOf } from '../judging/scene';
import type { Judgement } from '../judging/judge';
import { joinHeightCm } from '../tree/joins';
import { stemOf, withDescendants, type Stem } from '../tree/stem';
import type { Reason } from '../words/message';
import { tell } from './tell';

/** A promise that a judgement of any tree keeps, and where one breaks it, in words; none where it is kept. */
type Promised = (state: TreeState, judged: Judgement) => string[];

type Of<K extends Act['kind']> = Extract<Act, { kind: K }>;
const of = <K extends Act['kind']>({ plan }: Judgement, kind: K): Of<K>[] =>
  plan.acts.filter((act) => act.kind === kind) as unknown as Of<K>[];

const STANDS = ['trunk', 'leader', 'scaffold', 'temporary', 'leave'];

/** Wood this near to a place fills it: cm of height, deg of bearing. */
const THERE_CM = 30;
const THERE_DEG = 40;

/** Every sentence a judgement tells of its tree. */
function* saidOf({ plan, verdicts }: Judgement): Generator<{ of: string; said: string }> {
  for (const { stemId, reasons } of Object.values(verdicts))
    for (const reason of reasons) yield { of: stemId, said: tell(reason) };
  for (const act of plan.acts) yield { of: act.id, said: tell(act.reason) };
  for (const note of plan.notes) yield { of: 'note', said: tell(note) };
}

/** Short of a limit by less than a cut to the nearest bud is worth, cm. */
const isBarely = (is = 0, limit = Infinity): boolean => limit - is > 0 && limit - is < 7;

export const PROMISES: Readonly<Record<string, Promised>> = {
  'what is said to stay stands after the plan, and what goes is gone': (_, { verdicts, plan, holdOff }) => {
    const left = new Set(plan.after.stems.map(({ id }) => id));
    return Object.values(verdicts)
      .filter(({ stemId, decision }) => left.has(stemId) !== STANDS.includes(decision))
      .map(({ stemId, decision }) => `${stemId} is ${decision}${holdOff ? ', held off' : ''}`);
  },

  'no act is on wood that another act takes': (state, judged) => {
    const taken = new Map<string, string>();
    for (const { stemId } of of(judged, 'take-out'))
      for (const id of withDescendants(state.tree, stemId)) if (id !== stemId) taken.set(id, stemId);
    const out = new Set(of(judged, 'take-out').map(({ stemId }) => stemId));
    return judged.plan.acts
      .filter((act) => 'stemId' in act && act.kind !== 'move')
      .flatMap((act) => {
        const { stemId, kind } = act as Of<'bend'>;
        const by =
          taken.get(stemId) ?? (out.has(stemId) && (kind as string) !== 'take-out' ? stemId : undefined);
        const gone = kind !== ('take-out' as string) && !stemOf(judged.plan.after, stemId);
        return (by ?? gone) ? [`${act.id} on what ${by ?? 'a cut'} takes`] : [];
      });
  },

  'a stem is worked on in one way of a kind': (_, { plan }) =>
    plan.acts
      .filter(({ id }) => /:\d+$/.test(id) && !id.startsWith('move') && !id.startsWith('make'))
      .map(({ id }) => id),

  'no sound wood goes from where a limb is then wanted': (state, judged) => {
    const { laid } = sceneOf(state);
    return of(judged, 'make-limb').flatMap(({ heightCm, bearingDeg }) =>
      laid.tree.stems
        .filter(
          (stem) =>
            judged.verdicts[stem.id]?.decision === 'out' &&
            judged.verdicts[stem.id]?.ruling !== 'out' &&
            stem.condition === 'sound' &&
            stem.parent.kind === 'stem' &&
            stem.parent.stemId === laid.trunk?.id &&
            stem.length.value >= 20 &&
            Math.abs(joinHeightCm(laid, stem) - heightCm) < THERE_CM &&
            bearingDifference(stem.shape.runBearing.value, bearingDeg) < THERE_DEG,
        )
        .map(({ id }) => `${id} goes, wanted at ${Math.round(heightCm)} cm, ${Math.round(bearingDeg)} deg`),
    );
  },

  'no limb is wanted in the room of one that stays': (state, judged) => {
    const { laid, limits } = sceneOf(state);
    const stays = judged.chosen.limbs.filter(({ role }) => role === 'scaffold');
    return of(judged, 'make-limb').flatMap(({ heightCm, bearingDeg }) =>
      stays
        .map(({ stemId }) => stemOf(state.tree, stemId) as Stem)
        .filter(
          (stem) =>
            Math.abs(joinHeightCm(laid, stem) - heightCm) < limits('shade.heightCm').value &&
            bearingDifference(stem.shape.runBearing.value, bearingDeg) < limits('shade.bearingDeg').value,
        )
        .map(({ id }) => `${id} stands there, wanted at ${Math.round(heightCm)} cm`),
    );
  },

  'a cut leaves less than there was, and more than nothing': (state, judged) =>
    of(judged, 'shorten')
      .filter(({ stemId, toLengthCm }) => {
        const { value } = stemOf(state.tree, stemId)?.length ?? { value: 0 };
        return !(toLengthCm > 0 && toLengthCm < value);
      })
      .map(({ stemId, toLengthCm }) => `${stemId} to ${toLengthCm}`),

  'none is tied for a few degrees, or as a twig': (state, judged) =>
    of(judged, 'bend').flatMap(({ stemId, fromDeg, toDeg, id }: Of<'bend'> & { id?: string }) => {
      const long = stemOf(state.tree, stemId)?.length.value ?? 0;
      const few = Math.abs(fromDeg - toDeg) < 5 ? ['few degrees'] : [];
      return [...few, ...(long < 25 ? [`${long} cm`] : [])].map((why) => `${id ?? stemId}: ${why}`);
    }),

  'in leaf there is summer work: no notch, no limb made': (state, judged) =>
    sceneOf(state).when.inLeaf
      ? [
          ...of(judged, 'make-limb').map(({ heightCm }) => `made at ${heightCm}`),
          ...of(judged, 'notch').map(({ stemId }) => `${stemId} notched`),
        ]
      : [],

  'what must go does not stay unsaid': (state, judged) => {
    const scene = sceneOf(state);
    return judged.findings
      .filter(
        ({ rule, gravity }) => gravity === 'must-go' && (rule === 'unsound-wood' || rule === 'below-union'),
      )
      .filter(({ stemId }) => stemOf(judged.plan.after, stemId))
      .filter(({ stemId }) => {
        const verdict = judged.verdicts[stemId];
        return verdict?.ruling === 'undecided' && verdict.reasons[0]?.code !== 'why.carries-kept';
      })
      .map(({ stemId, rule }) => `${stemId} ${rule} ${scene.kind.id}`);
  },

  'a side shoot that is said to be cut back or bent is, or waits for winter': (_, judged) => {
    const { plan, verdicts, holdOff } = judged;
    const waits = JSON.stringify(plan.notes.filter(({ code }) => code === 'note.waits-for-winter'));
    return holdOff
      ? []
      : Object.values(verdicts)
          .filter(({ decision, lateral }) => decision === 'leave' && lateral && lateral.sort !== 'leave')
          .filter(({ reasons, lateral }) => reasons.some(({ code }) => code === lateral?.why?.code))
          .filter(({ stemId }) => !plan.acts.some((act) => 'stemId' in act && act.stemId === stemId))
          .filter(({ stemId }) => !waits.includes(JSON.stringify(stemId.toUpperCase())))
          .map(({ stemId, lateral }) => `${stemId} ${lateral?.sort} ${lateral?.why?.code}`);
  },

  'a cap that is passed is told': (_, { plan }) => {
    const over = passedCap(plan.account, plan.caps);
    if (!over) return [];
    const notes = plan.notes.map(({ code }) => code as string);
    return notes.some((code) => code.startsWith('note.over'))
      ? []
      : [`${over} ${plan.account[over].toFixed(2)} over ${plan.caps[over]}`];
  },

  'one limb at most bears alone': (_, judged) => {
    const alone = Object.values(judged.verdicts).filter(({ reasons }) =>
      reasons.some(({ code }) => code === 'stay.alone'),
    );
    return alone.length > 1 ? [alone.map(({ stemId }) => stemId).join(', ')] : [];
  },

  'equal figures never stand as passed and asked': (_, judged) =>
    [...saidOf(judged)]
      .filter(({ said }) =>
        /\b(\d+(?:\.\d+)?) (cm|mm|%)[^.:;]*?\b\1 \2[^.;]*(is needed|needs|asked|at most|at least|limit)/.test(
          said,
        ),
      )
      .map(({ of: what, said }) => `${what}: ${said}`),

  'every sentence ends, and none tells what is not a number': (_, judged) =>
    [...saidOf(judged)]
      .filter(({ said }) => !/[.!?]$/.test(said) || /NaN|undefined|Infinity|\{/.test(said))
      .map(({ of: what, said }) => `${what}: ${said}`),

  'a limb spared has a day after today': (state, { verdicts }) =>
    Object.values(verdicts)
      .filter(({ decision, until }) => decision === 'temporary' && !(until && until > state.today))
      .map(({ stemId, until }) => `${stemId} until ${until}`),

  'no limb ends under a cut to one that goes': (_, judged) =>
    of(judged, 'shorten')
      .filter(({ toStem }) => toStem !== undefined && !stemOf(judged.plan.after, toStem))
      .map(({ stemId, toStem }) => `${stemId} is cut to ${toStem}, which goes`),

  'nothing grave is left on what stays that could be mended, and not told': (state, judged) => {
    const { acts } = judged.plan;
    const isMade = acts.some(
      (act) => act.kind === 'make-limb' || (act.kind === 'take-out' && act.how === 'bench'),
    );
    if (judged.holdOff || sceneOf(state).when.inLeaf) return [];
    return judged.setFindings.planned
      .filter(({ gravity, rule }) => gravity !== 'slight' && !(rule === 'bare-sector' && isMade))
      .filter(({ measured, limit }) => !isBarely(measured?.value, limit?.value))
      .filter(({ stemId, rule, otherStemId }) => {
        const told: readonly Reason[] = [
          ...[stemId, otherStemId].flatMap((id) => (id && judged.verdicts[id]?.reasons) || []),
          ...acts.flatMap((act) => ('stemId' in act && act.stemId === stemId ? [act.reason] : [])),
          ...judged.plan.notes,
        ];
        return !told.some(
          ({ code, grounds = [] }) =>
            (rule === 'overtopping' && code.startsWith('head.under-leader')) ||
            grounds.some((ground) => ground.on === 'finding' && ground.rule === rule),
        );
      })
      .map(({ stemId, rule, otherStemId }) => `${stemId} ${rule} ${otherStemId ?? ''}`);
  },

  'a cut is made in living wood, but for what the grower keeps beyond': (state, judged) =>
    of(judged, 'shorten')
      .filter(({ stemId }) => ![...withDescendants(state.tree, stemId)].some((id) => state.rulings[id]))
      .filter(
        ({ stemId, toLengthCm }) => toLengthCm > (stemOf(state.tree, stemId)?.soundTo?.value ?? Infinity) + 1,
      )
      .map(({ stemId, toLengthCm }) => `${stemId} to ${toLengthCm}`),

  'a stem with nothing against it is not taken': (_, judged) =>
    Object.values(judged.verdicts)
      .filter(
        ({ stemId, decision, ruling, reasons }) =>
          decision === 'out' &&
          ruling !== 'out' &&
          findingsOn(judged.findings, stemId).length === 0 &&
          reasons.length === 0,
      )
      .map(({ stemId }) => stemId),
};
