import { plural } from '@/ui/marks/figures';
import { Button } from '@/ui/frame/button';

/** All that was published, or what is chosen of it, as a folder for any web server. Works without scripts. */
export function PublishedFolder({ items }: { items: { id: number; title: string; versions: number }[] }) {
  if (items.length === 0) return null;
  return (
    <details className="border-t border-hairline py-2">
      <summary className="label-text cursor-pointer">
        Published ({items.length}): as a folder for a web server
      </summary>
      <form action="/published/site" className="space-y-2 px-2 pt-2 text-[14.5px]">
        {items.map(({ id, title, versions }) => (
          <label key={id} className="flex items-center gap-2 py-0.5">
            <input type="checkbox" name="of" value={id} defaultChecked />
            <span className="min-w-0 truncate" dir="auto">
              {title}
            </span>
            <span className="label-text ml-auto shrink-0">{plural(versions, 'version')}</span>
          </label>
        ))}
        <label className="label-text block">
          Web address of the folder, for pictures of links to it; may be empty
          <input
            name="address"
            type="url"
            placeholder="https://example.org/verdicts"
            className="mt-0.5 block h-[33px] w-full max-w-md rounded border border-hairline bg-raised px-2 text-[14.5px] text-ink"
          />
        </label>
        <p>
          <Button type="submit">Make the folder</Button>
        </p>
      </form>
    </details>
  );
}
