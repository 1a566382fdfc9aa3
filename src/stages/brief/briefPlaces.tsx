'use client';

import { PROBE_NAME } from '@/core/bench/probe';
import { isWithoutHeat, placesRead, type Brief } from '@/core/brief/brief';
import { isAboutCases } from '@/core/brief/questions';
import { ChoiceField, TextField } from '@/ui/form/fields';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

const WHAT = [
  { value: 'airspeed' as const, label: 'airspeed' },
  { value: 'pressure' as const, label: 'pressure' },
];

/** Where fans are read by their air, or a case: the bench asks for each place in this order. */
export function BriefPlaces({
  brief,
  onBrief,
  fieldError,
}: {
  brief: Brief;
  onBrief: (brief: Brief) => void;
  fieldError: (path: string) => string | undefined;
}) {
  const places = placesRead(brief);
  const isCase = isAboutCases(brief.question);
  const change = (at: number, part: Partial<Brief['places'][number]>) =>
    onBrief({ ...brief, places: places.map((place, i) => (i === at ? { ...place, ...part } : place)) });
  return (
    <fieldset className="space-y-1.5">
      <legend className="pb-1 font-semibold">Places</legend>
      <p className="label-text">
        {!isCase
          ? 'In the open, through a heatsink, a radiator or a filter; a closed chamber for pressure. Each says what the others cannot.'
          : isWithoutHeat(brief)
            ? 'Nothing is heated: each setting is heard and read at these places, without a soak.'
            : 'At the front filter, behind the card, at an outlet: read after the meter, at each setting. With 0 W as the only load, nothing is heated and only the air is read.'}
      </p>
      {places.map(({ quantity, place }, i) => (
        <div key={i} className="grid grid-cols-[8rem_1fr_auto] items-end gap-2">
          <ChoiceField
            label={`What, place ${i + 1}`}
            options={WHAT}
            value={quantity}
            onValue={(next) => change(i, { quantity: next })}
          />
          <TextField
            label={`Where the ${PROBE_NAME[quantity]} is held`}
            value={place}
            onValue={(next) => change(i, { place: next })}
            error={fieldError(`places[${i}].place`)}
          />
          <Button
            aria-label={`Remove place ${i + 1}`}
            onClick={() => onBrief({ ...brief, places: places.filter((_, at) => at !== i) })}
          >
            ✕
          </Button>
        </div>
      ))}
      <Fault>{fieldError('places')}</Fault>
      <Button
        onClick={() =>
          onBrief({
            ...brief,
            places: [...places, { quantity: 'airspeed', place: isCase ? 'front filter' : '30 cm' }],
          })
        }
      >
        Add a place
      </Button>
    </fieldset>
  );
}
