'use client';

import { useRouter, useSearchParams } from 'next/navigation';
import type { PublishedFigure } from '@/core/verdict/versionChanges';
import { Heads } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';
import { Options } from '@/ui/form/options';

interface Version {
  version: number;
  publishedAt: string;
  reason: string;
  figures: PublishedFigure[];
}

/** Places and figures of two versions, with what differs told. */
export function VersionsTable({
  all,
  one,
  other,
  changes,
}: {
  all: number[];
  one: Version;
  other: Version;
  changes: string[];
}) {
  const router = useRouter();
  const now = useSearchParams();
  const choose = (name: 'one' | 'other', value: number) => (
    <select
      aria-label={name === 'one' ? 'The one version' : 'The other version'}
      className="rounded border border-hairline bg-raised px-1.5 py-1"
      value={value}
      onChange={({ target }) => {
        const query = new URLSearchParams(now);
        query.set(name, target.value);
        router.replace(`?${query}`);
      }}
    >
      <Options of={all.map((version) => [version, `Version ${version}`])} />
    </select>
  );
  const names = [...new Set([...one.figures, ...other.figures].map(({ entry }) => entry))];
  const cell = (figure: PublishedFigure | undefined) =>
    figure
      ? `${figure.place} · ${figure.value.toFixed(figure.decimals)} ± ${figure.interval95.toFixed(figure.decimals)} ${figure.unit}`
      : '–';
  return (
    <>
      <h2 className="font-display text-[22px] font-bold">Two versions, side by side</h2>
      <Scrolled label="Versions side by side" className="max-w-240">
        <table className="figure-table">
          <Heads
            of={[
              'Entry',
              ...(
                [
                  ['one', one],
                  ['other', other],
                ] as const
              ).map(([name, version]) => ({
                of: (
                  <>
                    {choose(name, version.version)}{' '}
                    <span className="block text-ink2">{version.publishedAt}</span>
                  </>
                ),
              })),
            ]}
          />
          <tbody>
            {names.map((entry) => {
              const [a, b] = [one, other].map(({ figures }) =>
                figures.find((figure) => figure.entry === entry),
              );
              const differs = cell(a) !== cell(b);
              return (
                <tr key={entry} data-entry={entry} className={differs ? 'bg-raised' : undefined}>
                  <td dir="auto">{(b ?? a)!.name}</td>
                  <td>{cell(a)}</td>
                  <td className={differs ? 'font-bold' : undefined}>
                    {cell(b)} {differs && <span className="text-warn">changed</span>}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Scrolled>
      {changes.length === 0 ? (
        <p>Figures and places are the same in both.</p>
      ) : (
        <ul aria-label="What changed" className="list-disc pl-5 text-[15px]">
          {changes.map((change) => (
            <li key={change} dir="auto">
              {change}
            </li>
          ))}
        </ul>
      )}
      {other.reason && <p dir="auto">Why: {other.reason}</p>}
    </>
  );
}
