'use client';

import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import { sendJson } from '@/ui/sendJson';

/** Round-ups that were deleted: each can be brought back as it was. */
export function DeletedRoundUps({ items }: { items: { id: number; title: string; day: string }[] }) {
  const router = useRouter();
  if (items.length === 0) return null;

  async function bringBack(id: number, title: string) {
    const answer = await sendJson(`/api/round-ups/${id}`, 'PATCH', { deleted: false });
    if (!answer.ok) return void toast.error(answer.message);
    toast.success(`“${title}” is back`);
    router.refresh();
  }

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
            <button type="button" className="quiet-button" onClick={() => void bringBack(id, title)}>
              Bring back<span className="sr-only"> {title}</span>
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
