import { PAGES } from '@/contracts/roundUpPages';
import { NothingYet } from '@/stages/desk/nothingYet';
import { numberIn } from '@/app/numberIn';
import { MACHINE_KEYS } from '@/contracts/machineAddress';
import { NO_LIMITS } from '@/core/lineUp/roomLimits';
import { viewFits } from '@/lab/orders/readers/fitsView';
import { FitsStage } from '@/stages/fits/fitsStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.fits.name };

export default async function FitsPage(address: Address) {
  const { view, query, text } = await asked(address);
  const { brief, roundUp } = view;
  // Before anything is said of a machine the brief's readers are meant, at the load and line in hand.
  const limits = MACHINE_KEYS.some((name) => name in query) ? NO_LIMITS : { ...NO_LIMITS, ...brief.limits };
  const inHand = roundUp.loadsW.find((watts) => String(watts) === [query.load].flat()[0]);
  const limitC = numberIn(query.limit, 'limitC') ?? roundUp.rig.limitC;
  const roomC = numberIn(query.room, 'temperatureC') ?? roundUp.referenceAmbientC;
  const machine = {
    watts: numberIn(query.watts, 'powerW') || inHand || roundUp.loadsW.find((watts) => watts > 0) || 100,
    limitC,
    // A room over the limit is a slip: nothing could be cooled in it.
    roomC: Math.min(roomC, limitC - 1),
    noiseDba: numberIn(query.noise, 'levelDb') ?? numberIn(query.line, 'levelDb') ?? roundUp.noiseLineDba,
    heightMm: numberIn(query.height, 'heightMm') ?? limits.heightMm,
    memoryMm: numberIn(query.memory, 'clearanceMm') ?? limits.memoryMm,
    fanThicknessMm: numberIn(query.thick, 'clearanceMm'),
    radiatorMm: numberIn(query.radiator, 'heightMm') ?? limits.radiatorMm,
    radiatorDepthMm: numberIn(query.deep, 'clearanceMm'),
    socket: text('socket').slice(0, 100).trim(),
    budget: numberIn(query.budget, 'price') ?? limits.budget,
    currency: brief.limits.currency,
    caseName: text('case').slice(0, 200),
  };
  const found = await viewFits(view, machine);
  if (!found)
    return (
      <NothingYet title="Nothing to advise by yet">
        Measure runs at fixed watts first: K/W from them gives the temperature in a reader’s machine.
      </NothingYet>
    );
  return <FitsStage data={found} />;
}
