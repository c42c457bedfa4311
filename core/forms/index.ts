import { centralLeader } from './central-leader';
import type { Form } from './form';
import type { FormId } from './form-ids';
import { horizontalEspalier } from './horizontal-espalier';
import { openVase } from './open-vase';

/** The forms whose trees are judged. A form named in `FORM_IDS` but absent here is drawn and kept, not judged. */
export const FORMS: readonly Form[] = [openVase, centralLeader, horizontalEspalier];

export function formOf(id: FormId): Form | undefined {
  return FORMS.find((form) => form.id === id);
}
