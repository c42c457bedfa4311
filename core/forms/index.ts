import { bentDownAxis } from './bent-down-axis';
import { centralLeader } from './central-leader';
import { fan } from './fan';
import type { Form } from './form';
import type { FormId } from '../kinds/form-ids';
import { horizontalEspalier } from './horizontal-espalier';
import { modifiedLeader } from './modified-leader';
import { multiStemBush } from './multi-stem-bush';
import { openVase } from './open-vase';
import { slimColumn } from './slim-column';
import { spiralLeader } from './spiral-leader';

/** The forms whose trees are judged. A form named in `FORM_IDS` but absent here is drawn and kept, not judged. */
export const FORMS: readonly Form[] = [
  openVase,
  centralLeader,
  spiralLeader,
  modifiedLeader,
  bentDownAxis,
  horizontalEspalier,
  fan,
  slimColumn,
  multiStemBush,
];

export function formOf(id: FormId): Form | undefined {
  return FORMS.find((form) => form.id === id);
}

export type { Form } from './form';
