const KEY = 'abanico-who';

/** The name that stands in the change log, kept in this browser. */
export function whoIsHere(): string {
  try {
    return localStorage.getItem(KEY) || 'reviewer';
  } catch {
    return 'reviewer';
  }
}

export function setWho(name: string): void {
  try {
    localStorage.setItem(KEY, name.trim().slice(0, 100));
  } catch {
    // Without storage the name holds for this page only.
  }
}
