import { useState } from 'react';
import { checkHolds, checkOffset, type DailyCheck, type RigBook } from '@/core/rig/instrument';
import { momentWords } from '@/core/timeWords';
import { figure, signed } from '@/ui/marks/figures';
import { ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import type { SheetForm } from '@/ui/form/useSheet';
import type { SaveBook } from './instruments';
import { Button } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

/** The checks of the day: one is noted, the last ones stand below with whether they hold. */
export function DayChecks({
  sheet,
  today,
  onBook,
}: {
  sheet: SheetForm<RigBook>;
  today: string;
  onBook: SaveBook;
}) {
  const { checks } = sheet.body;
  const [check, setCheck] = useState<DailyCheck>({ on: today, kind: 'calibrator', reading: 94, note: '' });
  const at = fieldsOf(check, setCheck);
  return (
    <section aria-label="Checks of the day">
      <h2 className="font-display text-[18px] font-bold">Checks of the day</h2>
      <Form
        className="grid grid-cols-2 items-end gap-2 pt-1 sm:grid-cols-[8.5rem_6rem_1fr_7rem_1fr_auto]"
        onSend={() => void onBook({ ...sheet.body, checks: [check, ...checks] }, 'Check saved')}
      >
        <TextField label="Day" type="date" {...at('on')} />
        <TextField
          label="Hour"
          type="time"
          value={check.at ?? ''}
          onValue={(hour) => setCheck({ ...check, at: hour })}
        />
        <ChoiceField
          label="Check"
          value={check.kind}
          options={[
            { value: 'calibrator', label: 'meter on the 94 dB calibrator' },
            { value: 'cold start', label: 'room probe minus die, cold' },
            { value: 'second probe', label: 'room probe minus a second one beside it' },
          ]}
          onValue={(kind) => setCheck({ ...check, kind, reading: kind === 'calibrator' ? 94 : 0 })}
        />
        <NumberField label="Read" unit={check.kind === 'calibrator' ? 'dB' : 'K'} {...at('reading', 0)} />
        <TextField label="Note" {...at('note')} />
        <Button type="submit" disabled={sheet.busy}>
          Note it
        </Button>
      </Form>
      <SheetTrouble sheet={sheet} />
      <ul className="pt-1">
        {checks.slice(0, 8).map((check, i) => (
          <li
            key={i}
            className="flex flex-wrap items-baseline gap-x-3 border-b border-hairline py-1 text-[14px]"
          >
            <span className="text-ink2">{momentWords([check.on, check.at].filter(Boolean).join('T'))}</span>
            {check.kind === 'calibrator'
              ? `meter reads ${figure(check.reading, 1)} dB on 94 dB`
              : `probe ${signed(check.reading, 1)} K from ${check.kind === 'cold start' ? 'the cold die' : 'a second one'}`}
            <span className="text-ink2" dir="auto">
              {check.note}
            </span>
            <span className={`ml-auto ${checkHolds(check) ? 'text-ok' : 'text-bad'}`}>
              {checkHolds(check)
                ? 'holds'
                : `▲ off by ${signed(checkOffset(check), 1)} ${check.kind === 'calibrator' ? 'dB' : 'K'}: find out why before measuring on`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
