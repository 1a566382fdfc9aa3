import { notFound } from 'next/navigation';

/** The id of an upload from an address. */
export function uploadIdFrom(text: string): string {
  if (!/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(text)) notFound();
  return text;
}
