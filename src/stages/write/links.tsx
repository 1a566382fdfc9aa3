import { copyText } from '@/ui/copyText';
import { plural } from '@/ui/marks/figures';
import type { WriteData } from '@/lab/publish/writeView';
import { TextButton } from '@/ui/frame/button';

const openedWords = (openings: number) =>
  openings === 0 ? 'not opened yet' : `opened ${plural(openings, 'time')}`;

function CopyLink({ path }: { path: string }) {
  return (
    <TextButton
      onClick={() =>
        void copyText(
          new URL(path, location.href).href,
          'The address of the link is copied',
          'The browser does not let this page copy: open the link and copy its address',
        )
      }
    >
      Copy
    </TextButton>
  );
}

/** Links that show one version to whoever has them: until when, and taken back. */
export function Links({
  links,
  ends,
  onEnds,
  onRevoke,
}: {
  links: WriteData['links'];
  /** When one that is opened now ends, local time; empty for never. */
  ends: string;
  onEnds: (ends: string) => void;
  onRevoke: (link: WriteData['links'][number]) => void;
}) {
  return (
    <div className="space-y-1.5 border-t border-hairline pt-3">
      <h4 className="font-semibold">Links to a version</h4>
      <p className="text-[13.5px] text-ink2">
        A link shows one version and leads nowhere else. It reaches others only where this application is on a
        network: then anyone with the address can read it. How often it was opened is counted; who did is not
        known.
      </p>
      <label className="label-text block">
        A link opened now ends; empty for never
        <input
          type="datetime-local"
          className="mt-0.5 block h-[33px] rounded border border-hairline bg-raised px-2 text-[14.5px] text-ink"
          value={ends}
          onChange={({ target }) => onEnds(target.value)}
        />
      </label>
      <ul className="space-y-1">
        {links.map((link) => (
          <li key={link.token} className="flex flex-wrap gap-x-3" data-link={link.isOpen ? 'open' : 'closed'}>
            version {link.version}
            {link.isOpen ? (
              <>
                <a
                  className="max-w-full truncate underline underline-offset-2"
                  href={`/shared/${link.token}`}
                  target="_blank"
                >
                  /shared/{link.token.slice(0, 8)}…
                </a>
                <CopyLink path={`/shared/${link.token}`} />
                {link.endsAt && <span className="text-ink2">until {link.endsAt}</span>}
                <span className="text-ink2">{openedWords(link.openings)}</span>
                <TextButton onClick={() => onRevoke(link)}>Revoke</TextButton>
              </>
            ) : (
              <span className="text-ink2">
                {link.revokedAt ? `revoked ${link.revokedAt}` : `ended ${link.endsAt}`},{' '}
                {openedWords(link.openings)}
              </span>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
