/** Letters of an attribute or a line of text as they are written: no markup in them. */
const TEXT = '[^<"]*';
const BASE_64 = '[A-Za-z0-9+/]*={0,2}';
const PHOTO = `<img alt="(${TEXT})" src="data:image/(?:png|jpeg|webp);base64,${BASE_64}"/>`;

/** What of a report its data cannot give again. */
export interface BesideTheData {
  /** A report as it stands with that taken out: all else is compared byte by byte. */
  text: string;
  /** Descriptions of its photographs. */
  photos: string[];
}

/**
 * Takes out of a report what the data in it cannot give again: the data themselves, and photographs. Each is taken out only where it is
 * written as this application writes it. Anything else stays, and is found by the comparison.
 */
export function besideTheData(html: string): BesideTheData {
  const photos: string[] = [];
  const text = html
    .replace(new RegExp(`(<a download="${TEXT}" href="data:application/zip;base64,)${BASE_64}"`), '$1"')
    .replace(new RegExp(`<div class="photos">(?:${PHOTO})+</div>`, 'g'), (all) => {
      for (const [, alt] of all.matchAll(new RegExp(PHOTO, 'g'))) photos.push(alt!);
      return '';
    });
  return { text, photos };
}

const AROUND = 60;

/** Where two texts differ first, each with some letters around it; null where they are the same. */
export function firstDifference(was: string, now: string): { was: string; now: string } | null {
  if (was === now) return null;
  let at = 0;
  while (at < was.length && was[at] === now[at]) at += 1;
  const from = Math.max(0, at - AROUND / 2);
  return { was: was.slice(from, at + AROUND), now: now.slice(from, at + AROUND) };
}
