import { inSnapshot } from '@/database/pool';
import { exportBundle } from './exportBundle';
import type { KnownSounds } from '../sound/bundleClips';
import { recordedSource } from '../sound/recordedFile';

export interface Publishable {
  files: Map<string, Uint8Array>;
  /** What the lab has heard in its recordings. */
  sounds: KnownSounds;
  /** Runs that have to be in it. */
  runs: number;
}

/**
 * The publishable files of a round-up as it is at one moment: covered names, no notes, no serial numbers or lenders. Null where there is
 * none with that id. @throws Refused where a covered name would leave
 */
export function publishable(
  roundUpId: number,
  { withoutSamples }: { withoutSamples: boolean },
): Promise<Publishable | null> {
  return inSnapshot(async () => {
    const bundle = await exportBundle(roundUpId, { leaving: 'publishable', withoutSamples });
    if (!bundle) return null;
    const files = new Map<string, Uint8Array>();
    for await (const { path, bytes } of bundle.files) files.set(path, bytes);
    const { heard, runs } = bundle;
    const source = (path: string) => {
      const { id, size } = heard.get(path)!;
      return recordedSource(id, path, size);
    };
    return { files, sounds: { heard, source }, runs };
  });
}
