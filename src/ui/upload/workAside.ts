import { sendJson } from '../sendJson';

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

/** How far a piece of work is; null where it is done or was stopped, undefined where nobody answers. */
export async function progressOf(work: string): Promise<Progress | null | undefined> {
  const answer = await fetch(`/api/work/${work}`).catch(() => null);
  return answer?.ok ? ((await answer.json()) as { progress: Progress | null }).progress : undefined;
}

export const stopWork = (work: string) => sendJson(`/api/work/${work}`, 'DELETE', {});
