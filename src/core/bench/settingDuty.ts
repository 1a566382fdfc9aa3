/** A fan, counted from 2, or the pump, set apart from the others. */
export interface FanApart {
  channel: 'pump' | number;
  dutyPct: number;
}

export type SettingKind =
  | { kind: 'duty'; dutyPct: number; apart: FanApart[] }
  | { kind: 'line'; lineDb: number }
  | { kind: 'automatic' }
  | { kind: 'unreadable' };

const APART = /,\s*(pump|fan\s*[2-8])\s+(\d+(?:[.,]\d+)?)\s*%?\s*$/;
const WITHOUT = /\s+without\s+(?:the\s+)?(pump|fan\s*[2-8])\s*$/;

const channelOf = (name: string) => (name === 'pump' ? name : Number(name.replace(/\D/g, '')));

/** Takes what is set apart off the end of a label. */
function takenApart(label: string): { base: string; apart: FanApart[] } {
  const apart: FanApart[] = [];
  let base = label;
  const stopped = WITHOUT.exec(base);
  if (stopped) {
    apart.push({ channel: channelOf(stopped[1]!), dutyPct: 0 });
    base = base.slice(0, stopped.index);
  }
  for (let found = APART.exec(base); found; found = APART.exec(base)) {
    apart.unshift({ channel: channelOf(found[1]!), dutyPct: Number(found[2]!.replace(',', '.')) });
    base = base.slice(0, found.index);
  }
  return { base: base.trim(), apart };
}

/**
 * What a fan setting's label asks of the fans: “56 %” a duty, “fixed” full duty, “stopped” none (a pump's own share),
 * “56 %, pump 40 %” and “56 %, fan 2 30 %” one of them apart, “56 % without fan 2” that one stopped, which tells its share;
 * “33 dB(A)” the duty that brings the cooler to that level, “automatic” the board's own control. Another label is
 * unreadable: the bench takes none by guess.
 *
 * @example settingKind('56 %, pump 40 %') → { kind: 'duty', dutyPct: 56, apart: [{ channel: 'pump', dutyPct: 40 }] }
 */
export function settingKind(label: string): SettingKind {
  const { base, apart } = takenApart(label.trim().toLowerCase());
  const text = base.replace(',', '.');
  const isSound =
    apart.every(({ dutyPct }) => dutyPct <= 100) &&
    new Set(apart.map(({ channel }) => channel)).size === apart.length;
  if (!isSound) return { kind: 'unreadable' };
  const level = /^(\d+(?:\.\d+)?)\s*db\(a\)$/.exec(text);
  if (level && apart.length === 0) return { kind: 'line', lineDb: Number(level[1]) };
  if (text === 'automatic' && apart.length === 0) return { kind: 'automatic' };
  if (text === 'fixed' || text === 'full') return { kind: 'duty', dutyPct: 100, apart };
  if (text === 'stopped') return { kind: 'duty', dutyPct: 0, apart };
  const duty = /^(\d+(?:\.\d+)?)\s*%?$/.exec(text);
  if (duty && Number(duty[1]) <= 100) return { kind: 'duty', dutyPct: Number(duty[1]), apart };
  return { kind: 'unreadable' };
}

/**
 * The duty of the first fan that a label states with its unit, %; null where it states none.
 *
 * @example dutyOfLabel('60 %, pump 40 %') → 60
 */
export function dutyOfLabel(label: string): number | null {
  const asked = settingKind(label);
  return label.includes('%') && asked.kind === 'duty' && /^\s*\d/.test(label) ? asked.dutyPct : null;
}
