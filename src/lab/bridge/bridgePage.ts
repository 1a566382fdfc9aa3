import { loadKey } from '@/core/runs/load';
import { riseCurves, type RoundUpView } from '../model/roundUpView';
import { bridgeSources, viewBridge } from './bridgeView';

/** From which rigs a line may lead here, and the one that is asked for at a load and noise line; the first where none is. */
export async function bridgePage(
  view: RoundUpView,
  asked: { revisionId: number; load: string | undefined; lineDb: number },
) {
  const sources = await bridgeSources(view);
  const { lineDb } = asked;
  const revisionId = sources.find((source) => source.id === asked.revisionId)?.id ?? sources[0]?.id;
  const loads = riseCurves(view).map(({ load, label }) => ({ key: loadKey(load), label }));
  const load = loads.find(({ key }) => key === asked.load)?.key ?? loads[0]?.key ?? '';
  const made = revisionId ? await viewBridge(view, { revisionId, load, lineDb }) : null;
  return { roundUpId: view.roundUp.id, sources, loads, load, lineDb, made };
}

export type BridgeData = Awaited<ReturnType<typeof bridgePage>>;
