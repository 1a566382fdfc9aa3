'use client';

import { useAct } from '@/ui/useAct';
import { Button } from '@/ui/frame/button';

/** Round-ups that were deleted: each can be brought back as it was. */
export function DeletedRoundUps({ items }: { items: { id: number; title: string; day: string }[] }) {
  const { act } = useAct();
  if (items.length === 0) return null;

  const bringBack = (id: number, title: string) =>
    act({
      url: `/api/round-ups/${id}`,
      method: 'PATCH',
      body: { deleted: false },
      said: `“${title}” is back`,
    });

  return (
    <details className="border-t border-hairline py-2">
      <summary className="label-text cursor-pointer">Deleted ({items.length})</summary>
      <ul>
        {items.map(({ id, title, day }) => (
          <li key={id} className="flex items-baseline gap-3 px-2 py-1.5">
            <span className="min-w-0 truncate" dir="auto">
              {title}
            </span>
            <span className="label-text ml-auto shrink-0">deleted {day}</span>
            <Button onClick={() => void bringBack(id, title)}>
              Restore<span className="sr-only"> {title}</span>
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
