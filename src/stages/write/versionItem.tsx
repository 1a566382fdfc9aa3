import { ChangesList } from '../versions/changesList';
import type { WriteData } from '@/lab/publish/writeView';
import { TextButton } from '@/ui/frame/button';

/** A version as it was published, with what it leads to. */
export function VersionItem({
  version,
  base,
  busy,
  isCorrected,
  onLink,
}: {
  version: WriteData['versions'][number];
  /** Address of the verdict. */
  base: string;
  busy: boolean;
  /** A later one stands. */
  isCorrected: boolean;
  onLink: () => void;
}) {
  return (
    <li data-version={version.version}>
      <b>Version {version.version}</b>, {version.publishedAt}
      {version.who && `, ${version.who}`}
      {version.isHeld && <span className="text-warn"> · held back until {version.embargoUntil}</span>}
      {isCorrected && <span className="text-warn"> · corrected by version {version.version + 1}</span>}
      {version.reason && (
        <span className="block text-ink2" dir="auto">
          {version.reason}
        </span>
      )}
      {version.changes.length > 0 && <ChangesList changes={version.changes} />}
      <span className="flex flex-wrap gap-3">
        <a
          className="underline underline-offset-2"
          href={`${base}/versions/${version.version}/report`}
          target="_blank"
        >
          Read
        </a>
        <a
          className="underline underline-offset-2"
          href={`${base}/versions/${version.version}/report?download`}
        >
          Report, one file
        </a>
        <a className="underline underline-offset-2" href={`${base}/versions/${version.version}/bundle`}>
          Its data
        </a>
        <TextButton disabled={busy} onClick={onLink}>
          Open a link
        </TextButton>
      </span>
    </li>
  );
}
