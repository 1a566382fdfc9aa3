'use client';

import type { Brief } from '@/core/brief/brief';
import { isAboutCases, isByAir, questionOf } from '@/core/brief/questions';
import { BriefPlaces } from './briefPlaces';
import { NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { Button } from '@/ui/frame/button';

export interface BriefFieldsProps {
  brief: Brief;
  onBrief: (brief: Brief) => void;
  fieldError: (path: string) => string | undefined;
}

/** Heat loads: fixed watts, or a named program with the watts it draws; a graphics card apart. */
function Loads({ brief, onBrief, fieldError }: BriefFieldsProps) {
  const atLoad = (i: number) =>
    fieldsOf(
      brief.loads[i]!,
      (load) => onBrief({ ...brief, loads: brief.loads.with(i, load) }),
      (field) => fieldError(`loads[${i}].${field}`),
    );
  return (
    <fieldset className="space-y-1.5">
      <legend className="pb-1 font-semibold">Heat loads</legend>
      {brief.loads.map((_, i) => (
        <div key={i} className="grid grid-cols-[6.5rem_1fr_6.5rem_auto] items-end gap-2">
          <NumberField label={`Load ${i + 1}`} unit="W" {...atLoad(i)('watts', 0)} />
          <TextField label="Program, if not fixed watts" {...atLoad(i)('program')} />
          <NumberField label="Graphics card" unit="W" {...atLoad(i)('gpuWatts', 0)} />
          <Button
            aria-label={`Remove load ${i + 1}`}
            disabled={brief.loads.length === 1}
            onClick={() => onBrief({ ...brief, loads: brief.loads.toSpliced(i, 1) })}
          >
            ✕
          </Button>
        </div>
      ))}
      <Button
        onClick={() =>
          onBrief({ ...brief, loads: [...brief.loads, { watts: 90, program: '', gpuWatts: 0 }] })
        }
      >
        Add a load
      </Button>
    </fieldset>
  );
}

function NoiseLines({ brief, onBrief, fieldError }: BriefFieldsProps) {
  const lines = brief.noiseLinesDba;
  return (
    <fieldset>
      <legend className="pb-1 font-semibold">Noise</legend>
      <div className="flex flex-wrap items-end gap-3">
        {lines.map((line, i) => (
          <div key={i} className="flex w-36 items-end gap-1">
            <NumberField
              label={i === 0 ? 'Noise line, ranks' : `Line ${i + 1}`}
              unit="dB(A)"
              value={line}
              onValue={(value) => onBrief({ ...brief, noiseLinesDba: lines.with(i, value ?? 0) })}
              error={fieldError(`noiseLinesDba[${i}]`)}
            />
            {i > 0 && (
              <Button
                className="px-2!"
                aria-label={`Remove line ${i + 1}`}
                onClick={() => onBrief({ ...brief, noiseLinesDba: lines.toSpliced(i, 1) })}
              >
                ✕
              </Button>
            )}
          </div>
        ))}
        {lines.length < 6 && (
          <Button
            onClick={() => onBrief({ ...brief, noiseLinesDba: [...lines, lines[lines.length - 1]! + 5] })}
          >
            Add a line
          </Button>
        )}
      </div>
    </fieldset>
  );
}

/** What most round-ups differ in: loads, lines, repeats, what readers can take, and when it is due. */
export function BriefNumbers(props: BriefFieldsProps) {
  const { brief, onBrief, fieldError } = props;
  const at = fieldsOf(brief, onBrief, fieldError);
  const atLimit = fieldsOf(
    brief.limits,
    (limits) => onBrief({ ...brief, limits }),
    (field) => fieldError(`limits.${field}`),
  );
  const { one } = questionOf(brief.question);
  const isOverBoard = !isByAir(brief.question) && !isAboutCases(brief.question) && one !== 'fan';
  return (
    <div className="space-y-5">
      {!isByAir(brief.question) && <Loads {...props} />}
      {(isByAir(brief.question) || isAboutCases(brief.question)) && <BriefPlaces {...props} />}
      <NoiseLines {...props} />
      <fieldset>
        <legend className="pb-1 font-semibold">Repeats and deadline</legend>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <NumberField label="Passes per mount" {...at('passes', 0)} />
          <NumberField label={`Mounts per ${one}`} {...at('mounts', 0)} />
          <TextField label="Deadline" type="date" {...at('deadline')} />
        </div>
      </fieldset>
      <fieldset>
        <legend className="pb-1 font-semibold">What readers can take</legend>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          {isOverBoard && (
            <>
              <NumberField label="Height, at most" unit="mm" optional {...atLimit('heightMm')} />
              <NumberField label="RAM clearance, at least" unit="mm" optional {...atLimit('memoryMm')} />
              <NumberField label="Radiator, at most" unit="mm" optional {...atLimit('radiatorMm')} />
            </>
          )}
          <NumberField label="Budget" unit={brief.limits.currency} optional {...atLimit('budget')} />
        </div>
        <p className="label-text pt-1">
          Verdict marks each {one} that does not fit these limits; it keeps its place.
        </p>
      </fieldset>
    </div>
  );
}
