import { PAGES } from '@/contracts/roundUpPages';
import { placedEntries } from '@/lab/model/pageEntries';
import { viewWriting } from '@/lab/publish/writeView';
import { VideoPlatesStage } from '@/stages/videoPlates/videoPlatesStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.videoGraphics.name };

export default async function PlatesForVideoPage(address: Address) {
  const { id, view } = await asked(address);
  const { loads, responses } = await viewWriting(view);
  const entries = placedEntries(view);
  return (
    <VideoPlatesStage
      data={{ roundUpId: id, entries, loads, responses, lineDb: view.roundUp.noiseLineDba }}
    />
  );
}
