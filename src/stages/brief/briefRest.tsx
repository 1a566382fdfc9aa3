import type { Brief } from '@/core/brief/brief';
import { NumberField, TextField } from '@/ui/form/fields';
import type { BriefFieldsProps } from './briefNumbers';

/** What money of other countries is worth: without a rate a price in another currency is no price here. */
function Rates({ brief, onBrief, fieldError }: BriefFieldsProps) {
  const { rates } = brief;
  const change = (at: number, part: Partial<Brief['rates'][number]>) =>
    onBrief({ ...brief, rates: rates.map((rate, i) => (i === at ? { ...rate, ...part } : rate)) });
  return (
    <fieldset>
      <legend className="pb-1 font-semibold">Other currencies</legend>
      <div className="flex flex-wrap items-end gap-3">
        {rates.map((rate, i) => (
          <div key={i} className="flex items-end gap-1.5">
            <div className="w-20">
              <TextField
                label="One"
                value={rate.currency}
                onValue={(currency) => change(i, { currency })}
                error={fieldError(`rates[${i}].currency`)}
              />
            </div>
            <div className="w-32">
              <NumberField
                label="is worth"
                unit={brief.limits.currency}
                value={rate.rate}
                onValue={(worth) => change(i, { rate: worth ?? 0 })}
                error={fieldError(`rates[${i}].rate`)}
              />
            </div>
            <button
              type="button"
              className="quiet-button px-2!"
              aria-label={`Remove currency ${i + 1}`}
              onClick={() => onBrief({ ...brief, rates: rates.filter((_, at) => at !== i) })}
            >
              ✕
            </button>
          </div>
        ))}
        <button
          type="button"
          className="quiet-button"
          onClick={() => onBrief({ ...brief, rates: [...rates, { currency: 'USD', rate: 1 }] })}
        >
          Add a currency
        </button>
      </div>
      {fieldError('rates') && (
        <p role="alert" className="pt-0.5 text-[13px] text-bad">
          ▲ {fieldError('rates')}
        </p>
      )}
    </fieldset>
  );
}

/** The numbers that most round-ups leave as they are: window and room, band, money and days. */
export function BriefRest(props: BriefFieldsProps) {
  const { brief, onBrief, fieldError } = props;
  return (
    <div className="space-y-5">
      <fieldset>
        <legend className="pb-1 font-semibold">Window, room and band</legend>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <NumberField
            label="Averaging window"
            unit="s"
            value={brief.windowS}
            onValue={(other) => onBrief({ ...brief, windowS: other ?? 300 })}
            error={fieldError('windowS')}
          />
          <NumberField
            label="Reference room"
            unit="°C"
            value={brief.referenceAmbientC}
            onValue={(other) => onBrief({ ...brief, referenceAmbientC: other ?? 23 })}
            error={fieldError('referenceAmbientC')}
          />
          <NumberField
            label="Noise band, from"
            unit="dB(A)"
            value={brief.bandDba.from}
            onValue={(from) => onBrief({ ...brief, bandDba: { ...brief.bandDba, from: from ?? 0 } })}
          />
          <NumberField
            label="Noise band, to"
            unit="dB(A)"
            value={brief.bandDba.to}
            onValue={(to) => onBrief({ ...brief, bandDba: { ...brief.bandDba, to: to ?? 0 } })}
            error={fieldError('bandDba.to')}
          />
        </div>
      </fieldset>
      <fieldset>
        <legend className="pb-1 font-semibold">Money and publishing</legend>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <TextField
            label="Currency"
            value={brief.limits.currency}
            onValue={(currency) => onBrief({ ...brief, limits: { ...brief.limits, currency } })}
            error={fieldError('limits.currency')}
          />
          <TextField
            label="Region of prices"
            value={brief.region}
            onValue={(region) => onBrief({ ...brief, region })}
          />
          <TextField
            label="Embargo until"
            type="date"
            value={brief.embargo}
            onValue={(embargo) => onBrief({ ...brief, embargo })}
            error={fieldError('embargo')}
          />
        </div>
      </fieldset>
      <Rates {...props} />
    </div>
  );
}
