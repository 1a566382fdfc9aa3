import { loadKey } from '@/core/runs/load';
import type { VerdictView } from '@/lab/orders/verdictView';
import type { VerdictChoice } from '@/stages/verdict/verdictControls';

/** What of a verdict can be chosen, as its controls take it. */
export function choiceOf({ shown, loads, chosen, lineAt, view }: VerdictView): VerdictChoice {
  return {
    ...{ lineAt, against: shown.against, place: shown.place, response: { id: shown.response.id } },
    load: loadKey(chosen.load),
    loads: loads.map(({ load, label }) => ({ key: loadKey(load), label })),
    linesDba: view.brief.noiseLinesDba,
    responses: shown.responses.map(({ id, name }) => ({ id, name })),
    ...{ places: shown.places, againsts: shown.againsts },
  };
}
