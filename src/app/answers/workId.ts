import { randomUUID } from 'node:crypto';
import { notFound } from 'next/navigation';

const isWorkId = (text: string) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(text);

/** The id of a piece of work, or of the upload that it is on, from an address. */
export function workIdFrom(text: string): string {
  if (!isWorkId(text)) notFound();
  return text;
}

/** The id by which whoever asks for something to be made will ask how far it is; one of its own where none is named. */
export function askedWorkId(request: Request): string {
  const asked = new URL(request.url).searchParams.get('work') ?? '';
  return isWorkId(asked) ? asked : randomUUID();
}
