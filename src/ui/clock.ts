/** A minute of the day as 17:30; past midnight it begins again. */
export function clockText(minute: number): string {
  const value = ((Math.round(minute) % 1440) + 1440) % 1440;
  return `${String(Math.floor(value / 60)).padStart(2, '0')}:${String(value % 60).padStart(2, '0')}`;
}

/** Minute of the day of a text as 17:30, 1730 or 17; null where it is none. */
export function clockMinute(text: string): number | null {
  const found = /^(\d{1,2})(?:[:.h]?(\d{2}))?$/.exec(text.trim());
  if (!found) return null;
  const past = Number(found[2] ?? 0);
  const minute = Number(found[1]) * 60 + past;
  return minute < 1440 && past < 60 ? minute : null;
}

export const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
