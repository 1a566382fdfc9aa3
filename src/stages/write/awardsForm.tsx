'use client';

import type { AwardOffer } from '@/core/verdict/awards';
import { awardWords } from '@/core/verdict/awards';
import type { GivenAward } from '@/core/verdict/verdictSheet';
import { TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import type { WriteData } from '@/lab/publish/writeView';
import { Button, TextButton } from '@/ui/frame/button';
import { Options } from '@/ui/form/options';

/** Awards by their rules with their evidence, or of the reviewer's own; one against its rule needs its reason. */
export function AwardsForm({
  awards,
  data,
  onAwards,
}: {
  awards: readonly GivenAward[];
  data: WriteData;
  onAwards: (awards: GivenAward[]) => void;
}) {
  const nameOf = (entry: string) => data.entries.find((other) => other.entry === entry)?.product ?? null;
  const at = (i: number) => fieldsOf(awards[i]!, (award) => onAwards(awards.with(i, award)));
  const give = ({ kind, name, offer }: AwardOffer) =>
    onAwards([
      ...awards,
      { kind, name, entry: offer.known ? offer.value.entry : (data.entries[0]?.entry ?? ''), reason: '' },
    ]);
  return (
    <section aria-label="Awards" className="space-y-2 text-[14.5px]">
      <h3 className="font-display text-[18px] font-bold">Awards</h3>
      <ul className="space-y-1.5">
        {data.offers.map((award) => {
          const isGiven = awards.some(({ kind }) => kind === award.kind);
          return (
            <li key={award.kind} data-award={award.kind}>
              <b>{award.name}.</b>{' '}
              {award.offer.known ? (
                <span dir="auto">
                  {nameOf(award.offer.value.entry)}: {award.offer.value.evidence}.
                </span>
              ) : (
                <span className="text-warn" dir="auto">
                  Refused: {award.offer.reason}.
                </span>
              )}{' '}
              {!isGiven && (
                <TextButton onClick={() => give(award)}>
                  {award.offer.known ? 'Give it' : 'Give it all the same'}
                </TextButton>
              )}
            </li>
          );
        })}
      </ul>
      {awards.map((award, i) => {
        const told = awardWords(award, data.offers, nameOf);
        return (
          <div
            key={i}
            role="group"
            aria-label={`Award ${i + 1}`}
            className="space-y-1 border-l-2 border-act pl-3"
          >
            <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
              <TextField label="Award" {...at(i)('name')} />
              <label className="label-text block">
                goes to
                <select
                  className="mt-0.5 block h-[33px] w-full rounded border border-hairline bg-raised px-2 text-[14.5px] text-ink"
                  value={award.entry}
                  onChange={({ target }) => at(i)('entry').onValue(target.value)}
                >
                  {nameOf(award.entry) === null && (
                    <option value={award.entry}>not in the round-up any more</option>
                  )}
                  <Options of={data.entries.map(({ entry, product }) => [entry, product])} />
                </select>
              </label>
              <Button
                className="px-2!"
                aria-label={`Take award ${i + 1} back`}
                onClick={() => onAwards(awards.toSpliced(i, 1))}
              >
                ✕
              </Button>
            </div>
            <TextField label="Reason, printed" {...at(i)('reason')} />
            {told.known ? (
              <p dir="auto">{told.value}</p>
            ) : (
              <p role="alert" className="text-bad" dir="auto">
                ▲ {told.reason}
              </p>
            )}
          </div>
        );
      })}
      <Button
        onClick={() =>
          onAwards([
            ...awards,
            { kind: 'own', name: 'Our pick', entry: data.entries[0]?.entry ?? '', reason: '' },
          ])
        }
      >
        An award of our own
      </Button>
    </section>
  );
}
