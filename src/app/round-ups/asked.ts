import { notFound } from 'next/navigation';
import type { RoundUpView } from '@/lab/model/roundUpView';
import { idFrom } from '../ids';
import type { Query } from '../numberIn';
import { roundUpView } from '../roundUpView';

/** What the framework hands to a page of a round-up. */
export interface Address {
  params: Promise<{ id: string }>;
  searchParams: Promise<Query>;
}

interface Asked {
  id: number;
  view: RoundUpView;
  query: Query;
  /** What the address says under a name; empty where it says nothing. */
  text: (name: string) => string;
}

/** The round-up that a page is of, and what its address chooses; a page that is not there where there is no such round-up. */
export async function asked({ params, searchParams }: Address): Promise<Asked> {
  const id = idFrom((await params).id);
  const [view, query] = await Promise.all([roundUpView(id), searchParams]);
  if (!view) notFound();
  return { id, view, query, text: (name) => [query[name]].flat()[0] ?? '' };
}
