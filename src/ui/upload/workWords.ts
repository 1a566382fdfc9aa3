export interface Progress {
  waits: boolean;
  what: string;
  share: number;
}

/** How far a piece of work is, in words. */
export function workWords({ waits, what, share }: Progress): string {
  const percent = Math.round(share * 100);
  if (waits) return 'Waiting for others …';
  return `${what || 'Begun'}${percent > 0 ? `, ${percent} %` : ''} …`;
}
