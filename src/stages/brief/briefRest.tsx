import { NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import type { BriefFieldsProps } from './briefNumbers';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

/** What money of other countries is worth: without a rate a price in another currency is no price here. */
function Rates({ brief, onBrief, fieldError }: BriefFieldsProps) {
  const { rates } = brief;
  const atRate = (i: number) =>
    fieldsOf(
      rates[i]!,
      (rate) => onBrief({ ...brief, rates: rates.with(i, rate) }),
      (field) => fieldError(`rates[${i}].${field}`),
    );
  return (
    <fieldset>
      <legend className="pb-1 font-semibold">Other currencies</legend>
      <div className="flex flex-wrap items-end gap-3">
        {rates.map((_, i) => (
          <div key={i} className="flex items-end gap-1.5">
            <div className="w-20">
              <TextField label="One" {...atRate(i)('currency')} />
            </div>
            <div className="w-32">
              <NumberField label="is worth" unit={brief.limits.currency} {...atRate(i)('rate', 0)} />
            </div>
            <Button
              className="px-2!"
              aria-label={`Remove currency ${i + 1}`}
              onClick={() => onBrief({ ...brief, rates: rates.toSpliced(i, 1) })}
            >
              ✕
            </Button>
          </div>
        ))}
        <Button onClick={() => onBrief({ ...brief, rates: [...rates, { currency: 'USD', rate: 1 }] })}>
          Add a currency
        </Button>
      </div>
      <Fault className="pt-0.5 text-[13px]">{fieldError('rates')}</Fault>
    </fieldset>
  );
}

/** The numbers that most round-ups leave as they are: window and room, band, money and days. */
export function BriefRest(props: BriefFieldsProps) {
  const { brief, onBrief, fieldError } = props;
  const at = fieldsOf(brief, onBrief, fieldError);
  const atBand = fieldsOf(
    brief.bandDba,
    (bandDba) => onBrief({ ...brief, bandDba }),
    (field) => fieldError(`bandDba.${field}`),
  );
  const atLimit = fieldsOf(
    brief.limits,
    (limits) => onBrief({ ...brief, limits }),
    (field) => fieldError(`limits.${field}`),
  );
  return (
    <div className="space-y-5">
      <fieldset>
        <legend className="pb-1 font-semibold">Window, room and band</legend>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <NumberField label="Averaging window" unit="s" {...at('windowS', 300)} />
          <NumberField label="Reference room" unit="°C" {...at('referenceAmbientC', 23)} />
          <NumberField label="Noise band, from" unit="dB(A)" {...atBand('from', 0)} />
          <NumberField label="Noise band, to" unit="dB(A)" {...atBand('to', 0)} />
        </div>
      </fieldset>
      <fieldset>
        <legend className="pb-1 font-semibold">Money and publishing</legend>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <TextField label="Currency" {...atLimit('currency')} />
          <TextField label="Region of prices" {...at('region')} />
          <TextField label="Embargo until" type="date" {...at('embargo')} />
        </div>
      </fieldset>
      <Rates {...props} />
    </div>
  );
}
