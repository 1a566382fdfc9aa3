import { useState } from 'react';
import type { Outcome } from '@/core/outcome';
import type { GroupedReading, VarianceComponent } from '@/core/statistics/varianceComponents';
import { inARow } from '@/core/words';
import { figure, plural } from '@/ui/marks/figures';
import type { PlanData } from '@/lab/planning/planView';
import { TextButton } from '@/ui/frame/button';

const withinWords = ({ sd, from, to }: VarianceComponent) =>
  `${figure(sd, 2)} K (${to === null ? `${figure(from, 2)} at least` : `${figure(from, 2)} to ${figure(to, 2)}`})`;

/** How far rigs and revisions differ by what stood on two of them; nothing where nothing tells it. */
function RigSpread({ readings, told }: { readings: GroupedReading[]; told: Outcome<VarianceComponent[]> }) {
  const rigs = told.known ? told.value.find(({ source }) => source === 'rigs') : undefined;
  if (!rigs) return null;
  const cells = new Set(readings.map(({ cell }) => cell)).size;
  return (
    <p role="status">
      Rigs and revisions of this lab differ by {withinWords(rigs)}, from {readings.length} readings of{' '}
      {plural(cells, 'point')} measured on {rigs.groups === 2 ? 'both' : `more than one of ${rigs.groups}`}:
      without a bridge, values of two rigs cannot be compared.
    </p>
  );
}

const NAMES: Record<string, string> = { days: 'days', mounts: 'mounts', readings: 'passes' };

/** Which source of spread costs most on this rig, and whether the first can be told by now. */
export function SpreadSources({
  data,
  tell,
}: {
  data: PlanData;
  tell: (readings: GroupedReading[]) => Promise<Outcome<VarianceComponent[]>>;
}) {
  const { look, repeated, acrossRigs } = data;
  const [rigs, setRigs] = useState<Outcome<VarianceComponent[]> | null>(null);
  const [spread, setSpread] = useState<Outcome<VarianceComponent[]> | 'asked' | null>(null);
  const parts = spread !== null && spread !== 'asked' && spread.known ? spread.value : [];
  const most = [...parts].sort((a, b) => b.sd - a.sd)[0];
  const name = (source: string) =>
    // Where each mount had a day of its own, nothing tells one from the other.
    source === 'mounts' && !parts.some((part) => part.source === 'days')
      ? 'mounts with their days'
      : NAMES[source]!;
  return (
    <section aria-label="Scatter and interim checks" className="space-y-1.5 text-[14px]">
      {spread === null && repeated.length > 0 && (
        <TextButton
          onClick={() => {
            setSpread('asked');
            void tell(repeated).then(setSpread);
            if (acrossRigs.length > 0) void tell(acrossRigs).then(setRigs);
          }}
        >
          What is the main source of scatter?
        </TextButton>
      )}
      {spread === 'asked' && <p role="status">Separating the sources of scatter …</p>}
      {spread !== null && spread !== 'asked' && !spread.known && (
        <p role="status">Scatter not available: {spread.reason}.</p>
      )}
      {most && (
        <p role="status">
          Main source of scatter: {name(most.source)}. From {repeated.length} repeated readings (restricted
          maximum likelihood, 95 %):{' '}
          {parts.map((part) => `${name(part.source)} ${withinWords(part)}`).join(', ')}.
        </p>
      )}
      {rigs && <RigSpread readings={acrossRigs} told={rigs} />}
      {look && (
        <>
          <p>
            {look.waiting.length > 0 ? (
              `Too early to call: ${inARow(look.waiting)} may lead, with fewer mounts so far`
            ) : look.z >= look.bound ? (
              <>
                <span className="text-ok">●</span> Enough to call: {look.first} is ahead of {look.second} by{' '}
                {figure(look.byK, 1)} K
              </>
            ) : (
              `Too early to call: ${look.first} is before ${look.second} by ${figure(look.byK, 1)} K, and ${figure((look.byK * look.bound) / look.z, 1)} K are needed`
            )}
            , after {look.look} of {look.looks} interim checks.
          </p>
          <details className="text-[14px]">
            <summary className="cursor-pointer">Details</summary>
            <p className="text-ink2">
              z {figure(look.z, 1)} where {figure(look.bound, 2)} is needed. Early checks are stricter, so
              that together they err 1 time in 20 at most.
            </p>
          </details>
        </>
      )}
    </section>
  );
}
