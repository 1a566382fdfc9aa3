import { coolerLevel, type CoolerLevel } from './coolerLevel';
import { energyMeanDb } from './energyMeanDb';

/** A setting that is another one with a part stopped: “60 % without pump”. */
const WITHOUT = /^(.+?)\s+without\s+(?:the\s+)?(.+)$/i;

/**
 * What a setting's label leaves out of which other setting; null where all parts run.
 *
 * @example partLeftOut('60 % without the pump') → { setting: '60 %', part: 'pump' }
 */
export function partLeftOut(setting: string): { setting: string; part: string } | null {
  const found = WITHOUT.exec(setting.trim());
  return found ? { setting: found[1]!.trim(), part: found[2]!.trim() } : null;
}

export interface LevelShare {
  setting: string;
  part: string;
  /** Level with all parts running, dB(A), and of the part alone, with how far it can be told. */
  allDb: number;
  share: CoolerLevel;
}

/**
 * The share of each part in the level of a setting, by energy: 10·lg(10^(L/10) − 10^(L′/10)) of the level with all and
 * without it (ISO 3744, where the other parts are the background). Within 3 dB of one another only an upper bound is told.
 * `readings` are levels of one entry at one load, dB(A); a part without its whole tells nothing.
 *
 * @example levelShares([{ setting: '60 %', levelDb: 33 }, { setting: '60 % without pump', levelDb: 29 }])[0].share.levelDb →
 * 30.795
 */
export function levelShares(readings: readonly { setting: string; levelDb: number }[]): LevelShare[] {
  const at = (setting: string) => {
    const same = readings.filter(
      (reading) => reading.setting.trim().toLowerCase() === setting.trim().toLowerCase(),
    );
    return same.length > 0 ? energyMeanDb(same.map((reading) => reading.levelDb)) : null;
  };
  const labels = [...new Set(readings.map((reading) => reading.setting))];
  return labels.flatMap((label): LevelShare[] => {
    const left = partLeftOut(label);
    const allDb = left && at(left.setting);
    if (!left || allDb === null) return [];
    return [{ ...left, allDb, share: coolerLevel(allDb, at(label)!) }];
  });
}

/**
 * A share in a sentence.
 *
 * Example: ‘at 60 % the pump makes 30.8 of 33.0 dB(A)’, or ‘at most …’ where it cannot be told from the rest.
 */
export function shareWords({ setting, part, allDb, share }: LevelShare): string {
  const bound = share.standing === 'at-floor' ? 'at most ' : '';
  return `at ${setting} the ${part} makes ${bound}${share.levelDb.toFixed(1)} of ${allDb.toFixed(1)} dB(A)`;
}
