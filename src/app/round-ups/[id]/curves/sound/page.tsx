import { PAGES } from '@/contracts/roundUpPages';
import { viewSound } from '@/lab/sound/soundPage';
import { SoundStage } from '@/stages/sound/soundStage';
import { asked, type Address } from '@/app/round-ups/asked';

export const metadata = { title: PAGES.sound.name };

const recordingIn = (value: string | string[] | undefined) =>
  typeof value === 'string' && /^[1-9]\d{0,8}$/.test(value) ? Number(value) : null;

export default async function SoundPage(address: Address) {
  const { view, query } = await asked(address);
  const { clip, beside } = query;
  const data = await viewSound(view, { clip: recordingIn(clip), beside: recordingIn(beside) });
  return <SoundStage data={data} />;
}
