import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { roundUpView } from '@/app/roundUpView';
import { loadKey } from '@/core/runs/load';
import { bridgeSources, viewBridge } from '@/lab/bridge/bridgeView';
import { riseCurves } from '@/lab/model/roundUpView';
import { BridgeStage } from '@/stages/bridge/bridgeStage';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function BridgePage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const view = await roundUpView(id);
  if (!view) notFound();
  const query = await searchParams;
  const sources = await bridgeSources(view);
  const asked = Number([query.from].flat()[0]);
  const revisionId = sources.find((source) => source.id === asked)?.id ?? sources[0]?.id;
  const lineDb = numberIn(query.line, 'levelDb') ?? view.roundUp.noiseLineDba;
  const loads = riseCurves(view).map(({ load, label }) => ({ key: loadKey(load), label }));
  const load = loads.find(({ key }) => key === [query.load].flat()[0])?.key ?? loads[0]?.key ?? '';
  const made = revisionId ? await viewBridge(view, { revisionId, load, lineDb }) : null;
  return <BridgeStage data={{ roundUpId: id, sources, loads, load, lineDb, made }} />;
}
