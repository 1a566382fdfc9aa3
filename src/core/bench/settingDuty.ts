export type SettingKind =
  | { kind: 'duty'; dutyPct: number }
  | { kind: 'line'; lineDb: number }
  | { kind: 'automatic' }
  | { kind: 'unreadable' };

/**
 * What a fan setting's label asks of the fans: “56 %” a duty, “fixed” full duty, “stopped” none (a pump's own share),
 * “33 dB(A)” the duty that brings the cooler to that level, “automatic” the board's own control. Another label is
 * unreadable: the bench takes none by guess.
 *
 * @example settingKind('56 %') → { kind: 'duty', dutyPct: 56 }
 */
export function settingKind(label: string): SettingKind {
  const text = label.trim().toLowerCase().replace(',', '.');
  const level = /^(\d+(?:\.\d+)?)\s*db\(a\)$/.exec(text);
  if (level) return { kind: 'line', lineDb: Number(level[1]) };
  if (text === 'automatic') return { kind: 'automatic' };
  if (text === 'fixed' || text === 'full') return { kind: 'duty', dutyPct: 100 };
  if (text === 'stopped') return { kind: 'duty', dutyPct: 0 };
  const duty = /^(\d+(?:\.\d+)?)\s*%?$/.exec(text);
  if (duty && Number(duty[1]) <= 100) return { kind: 'duty', dutyPct: Number(duty[1]) };
  return { kind: 'unreadable' };
}
