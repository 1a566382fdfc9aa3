import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { finished } from 'node:stream/promises';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { Leaving } from '@/core/lineUp/underCover';
import type { Tell } from '@/core/progress';
import type { ShownWhat, Verdict } from '@/core/verdict/verdictSheet';
import { inSnapshot } from '@/database/pool';
import { exportBundle, type ExportedBundle } from './exportBundle';
import { Refused } from '../refusal';
import { reportOf } from '../report/bundleReport';
import { publishedSite } from '../publish/publishedSite';
import type { EmbedKind } from '@/lab/report/orders/embedded';
import { draftOf } from '../report/draft';
import { orderEmbed, orderFile, orderPlate, type PlateWish } from '@/lab/report/orders/orderFiles';
import { viewRoundUp, type RoundUpView } from '../model/roundUpView';
import { gatedText } from './coverGate';
import { publishable } from './publishable';

/** What somebody wants to take out of the lab. */
export type OutgoingWish = { roundUpId: number } & (
  | { what: 'bundle'; leaving: Leaving }
  | { what: 'report' }
  | { what: 'table'; shown: ShownWhat; as: string }
  | { what: 'plate'; shown: ShownWhat; plate: PlateWish }
  | { what: 'embed'; shown: ShownWhat; kind: EmbedKind }
  /** A verdict as it is being written, for the one who writes it. */
  | { what: 'draft'; verdict: Verdict }
  /** All versions that may be seen at that moment, of others, too, as static files for an address. */
  | { what: 'site'; at: string; others: readonly number[]; address: string }
);

/** What was made of it, in the file that was named. */
export interface MadeFile {
  type: string;
  /** What it is called, without its ending. */
  name: string;
}

/** Noise and pictures hardly get smaller, and take long to find that out. */
const INCOMPRESSIBLE = /\.(wav|jpe?g|png|webp|zip)$/i;

/** About as many files of a bundle are none of a run's. */
const TABLES = 10;

/** Packs files as they come, so that the archive never lies in memory whole. */
async function zipInto(file: string, { files, runs }: ExportedBundle, tell: Tell): Promise<void> {
  const out = createWriteStream(file, { mode: 0o600 });
  let failure: Error | null = null;
  let waits = false;
  const zip = new Zip((error, chunk) => {
    failure ??= error;
    if (!out.write(chunk)) waits = true;
  });
  let count = 0;
  try {
    for await (const { path, bytes } of files) {
      const packed = INCOMPRESSIBLE.test(path)
        ? new ZipPassThrough(path)
        : new ZipDeflate(path, { level: 6 });
      zip.add(packed);
      packed.push(bytes, true);
      if (failure) throw failure as Error;
      if (waits) await once(out, 'drain');
      waits = false;
      count += 1;
      tell(`Packing ${path}`, Math.min(0.98, count / (runs + TABLES)));
    }
    zip.end();
  } finally {
    out.end();
    await finished(out);
  }
}

/** A part of an order: a table, a plate, or a page for a frame. */
function madeOf(view: RoundUpView, wish: Extract<OutgoingWish, { shown: ShownWhat }>) {
  if (wish.what === 'table') return orderFile(view, wish.shown, wish.as);
  if (wish.what === 'plate') return orderPlate(view, wish.shown, wish.plate);
  return orderEmbed(view, wish.shown, wish.kind);
}

async function textOf(
  wish: Exclude<OutgoingWish, { what: 'bundle' | 'site' | 'draft' }>,
  tell: Tell,
): Promise<{ type: string; text: string } | null> {
  const { roundUpId } = wish;
  if (wish.what === 'report') {
    tell('Taking up the runs', 0.05);
    const found = await publishable(roundUpId, { withoutSamples: true });
    if (!found) return null;
    tell('Ranking and writing', 0.4);
    const { html } = (await reportOf(found.files, found.sounds)).write(null);
    return { type: 'text/html', text: html };
  }
  const view = await viewRoundUp(roundUpId);
  if (!view) return null;
  const made = await madeOf(view, wish);
  if (!made.known) throw new Refused(made.reason);
  return made.value;
}

/**
 * Makes what leaves the lab into a file, whole before the first byte of it goes out: a refusal is told in words and nothing breaks off in
 * the middle. Null where there is no such round-up.
 * @throws Refused where a covered name would leave, or the lab has nothing of what is asked
 */
export async function makeOutgoing(wish: OutgoingWish, file: string, tell: Tell): Promise<MadeFile | null> {
  if (wish.what === 'site') {
    tell('Writing the versions', 0.2);
    const ids = [wish.roundUpId, ...wish.others];
    await writeFile(file, await publishedSite(ids, new Date(wish.at), wish.address), { mode: 0o600 });
    return { type: 'application/zip', name: 'verdicts' };
  }
  if (wish.what === 'draft') {
    const view = await viewRoundUp(wish.roundUpId);
    if (!view) return null;
    // What readers would see of it was looked through for covered names; the rest stays in the lab.
    await writeFile(file, JSON.stringify(await draftOf(view, wish.verdict)), { mode: 0o600 });
    return { type: 'application/json', name: 'draft' };
  }
  if (wish.what !== 'bundle') {
    const made = await textOf(wish, tell);
    if (!made) return null;
    await writeFile(file, await gatedText(wish.roundUpId, `the ${wish.what}`, made.text), { mode: 0o600 });
    return { type: `${made.type}; charset=utf-8`, name: wish.what };
  }
  return inSnapshot(async () => {
    const bundle = await exportBundle(wish.roundUpId, { leaving: wish.leaving });
    if (!bundle) return null;
    await zipInto(file, bundle, tell);
    const name = bundle.name.replace(/[^A-Za-z0-9._-]+/g, '-').slice(0, 80) || 'round-up';
    return { type: 'application/zip', name };
  });
}
