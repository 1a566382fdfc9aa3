import { notFound } from 'next/navigation';
import { idFrom } from '@/app/ids';
import { questionOf } from '@/core/brief/questions';
import { configuredSize } from '@/core/lineUp/configuredSize';
import { againstLimits } from '@/core/lineUp/fitsLimits';
import { type Response } from '@/core/responses/responses';
import { bridgedRows } from '@/lab/bridge/bridgeView';
import { hasDie } from '@/core/runs/labRun';
import { loadKey } from '@/core/runs/load';
import { olderRunsSentence } from '@/core/runs/olderRuns';
import { OlderNote } from '@/stages/rig/olderNote';
import { NO_WISH } from '@/core/lineUp/readersWish';
import { viewFitChoices } from '@/lab/orders/readersFit';
import { choiceOf } from './verdictChoice';
import { roundUpView } from '@/app/roundUpView';
import { verdictOf, verdictQuery } from '@/lab/orders/verdictView';
import { ApartNote } from '@/stages/rig/apartNote';
import { viewPrices } from '@/lab/lineUp/prices';
import { viewKeptApart } from '@/lab/planning/rigView';
import { VerdictStage } from '@/stages/verdict/verdictStage';

function plainResponse({ id, name, unit, decimals, better, assumed, absent }: Response) {
  return { id, name, unit, decimals, better, assumed, absent };
}

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function VerdictPage({ params, searchParams }: Props) {
  const id = idFrom((await params).id);
  const query = verdictQuery(await searchParams);
  const view = await roundUpView(id);
  if (!view) notFound();
  const verdict = await verdictOf(view, query);
  const { chosen, shown, lineAt, ranking, others, method, leftOut, sustained } = verdict;
  const { currency } = view.brief.limits;
  const priced = new Map(
    (await viewPrices(view)).map(({ entry, price }) => [
      entry.code,
      { price, size: configuredSize(entry.product.body, entry.entry.body) },
    ]),
  );
  const isRise = shown.response.throttles && shown.against === 'noise';
  const bridged = isRise
    ? await bridgedRows(view, { load: loadKey(chosen.load), lineDb: lineAt })
    : { rows: [], refused: [], broken: [] };
  const { sockets, cases } = await viewFitChoices(id);
  const nameOf = new Map(view.entries.map(({ entry, product }) => [entry, product]));
  const atLoad = view.runs.filter((run) => loadKey(run) === loadKey(chosen.load) && run.setAside === '');
  return (
    <>
      <ApartNote roundUpId={id} apart={await viewKeptApart(id)} />
      <OlderNote sentence={olderRunsSentence(view.runs, view.roundUp.beganAt)} />
      <VerdictStage
        bridged={bridged}
        data={{
          roundUpId: id,
          entries: view.entries.map((entry, position) => {
            const { price, size } = priced.get(entry.entry)!;
            const money = price.known ? { price: price.value, currency } : { price: null, currency };
            const sized = { ...entry, ...size, ...money };
            return { ...sized, position, against: againstLimits(sized, view.brief.limits) };
          }),
          choice: choiceOf(verdict),
          load: loadKey(chosen.load),
          loadLabel: chosen.label,
          lineAt,
          response: plainResponse(shown.response),
          against: shown.against,
          place: shown.place,
          hasOthers: shown.responses.length > 1,
          referenceAmbientC: view.roundUp.referenceAmbientC,
          noun: questionOf(view.brief.question).one,
          ranking,
          others,
          method,
          sustained,
          filter: {
            wish: query.wish ?? NO_WISH,
            currency,
            ...{ sockets, cases, all: view.entries.length, kept: view.entries.length - leftOut.length },
            leftOut: leftOut.map(({ entry, why }) => ({ entry, why, product: nameOf.get(entry)! })),
          },
          withoutDie: atLoad.length > 0 && !atLoad.some(hasDie),
        }}
      />
    </>
  );
}
