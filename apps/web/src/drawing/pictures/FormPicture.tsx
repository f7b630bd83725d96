import type { NodeForm } from '@alveus/plan';
import { formOf } from '@alveus/plan';
import { Small } from './Small';

/** What can stand at a node, cut through; bends, wyes and boxes that share water out from above. */
export function FormPicture({ form }: { form: NodeForm }) {
  return <Small {...formOf(form).picture} />;
}
