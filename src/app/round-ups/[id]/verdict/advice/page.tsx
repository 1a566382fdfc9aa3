import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { numberIn, type Query } from '@/app/numberIn';
import { placedEntries } from '@/lab/model/pageEntries';
import { roundUpView } from '@/app/roundUpView';
import { viewAdvice } from '@/lab/orders/adviceView';
import { viewPrices } from '@/lab/lineUp/prices';
import { AdviceStage } from '@/stages/advice/adviceStage';

const NO_LIMITS = { heightMm: null, memoryMm: null, budget: null };

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

export default async function AdvicePage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = await searchParams;
  const view = await roundUpView(id);
  if (!view) notFound();
  const { brief, roundUp } = view;
  // Before anything is said the brief's readers are meant.
  const limits = Object.keys(query).length === 0 ? brief.limits : NO_LIMITS;
  const limitC = numberIn(query.limit, 'limitC') ?? roundUp.rig.limitC;
  const roomC = numberIn(query.room, 'temperatureC') ?? roundUp.referenceAmbientC;
  const machine = {
    watts: numberIn(query.watts, 'powerW') || roundUp.loadsW.find((watts) => watts > 0) || 100,
    limitC,
    // A room over the limit is a slip: nothing could be cooled in it.
    roomC: Math.min(roomC, limitC - 1),
    noiseDba: numberIn(query.noise, 'levelDb') ?? roundUp.noiseLineDba,
    heightMm: numberIn(query.height, 'heightMm') ?? limits.heightMm,
    memoryMm: numberIn(query.memory, 'clearanceMm') ?? limits.memoryMm,
    budget: numberIn(query.budget, 'price') ?? limits.budget,
    currency: brief.limits.currency,
  };
  const found = await viewAdvice(view, machine);
  if (!found)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">Nothing to advise by yet</h2>
        <p className="pt-2">Runs at fixed watts come first: from their K/W a reader’s machine is told.</p>
      </div>
    );
  const prices = new Map(
    (await viewPrices(view)).map(({ entry, price }) => [entry.code, price.known ? price.value : null]),
  );
  const entries = placedEntries(view).map((entry) => ({ ...entry, price: prices.get(entry.entry) ?? null }));
  return <AdviceStage data={{ ...found, roundUpId: id, machine, entries }} />;
}
