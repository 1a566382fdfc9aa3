import { notFound } from 'next/navigation';

/** An id from an address; anything that is none is a page that does not exist. */
export function idFrom(text: string): number {
  if (!/^[1-9]\d{0,8}$/.test(text)) notFound();
  return Number(text);
}
