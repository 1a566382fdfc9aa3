import { useSyncExternalStore } from 'react';

const KEY = 'abanico-ear-scale';
const hearers = new Set<() => void>();

/** What digital full scale comes to at the reviewer's ear, dB, kept in this browser; null where nobody told. */
function earScale(): number | null {
  try {
    const kept = Number(localStorage.getItem(KEY) ?? NaN);
    return localStorage.getItem(KEY) !== null && Number.isFinite(kept) ? kept : null;
  } catch {
    return null;
  }
}

export function keepEarScale(scaleDb: number | null): void {
  try {
    if (scaleDb === null) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, String(scaleDb));
  } catch {
    // Without storage it is not kept.
  }
  for (const hear of hearers) hear();
}

function subscribe(hear: () => void): () => void {
  hearers.add(hear);
  return () => hearers.delete(hear);
}

export function useEarScale(): number | null {
  return useSyncExternalStore(subscribe, earScale, () => null);
}
