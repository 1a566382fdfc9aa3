/** A new random id of the form of a UUID, in any context: a page that comes over plain HTTP from another machine has no `randomUUID`. */
export function newId(): string {
  const hex = [...crypto.getRandomValues(new Uint8Array(16))]
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}
