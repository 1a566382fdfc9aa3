import { PAGES } from '@/contracts/roundUpPages';
import { airPage } from '@/lab/air/airView';
import { AirStage } from '@/stages/air/airStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.air.name };

export default async function AirPage(address: Address) {
  const { view } = await asked(address);
  const data = await airPage(view);
  if (!data)
    return (
      <div className="max-w-2xl px-4 py-6 md:px-7">
        <h2 className="font-display text-[22px] font-bold">No pairs of flow and pressure yet</h2>
        <p className="pt-2">
          A fan’s curve is read at the openings of a chamber: at each opening a flow and a pressure, at three
          openings or more, and the speed of the fan. Type them in the Logbook under one place for each
          opening, or import them as readings.csv.
        </p>
      </div>
    );
  return <AirStage data={data} />;
}
