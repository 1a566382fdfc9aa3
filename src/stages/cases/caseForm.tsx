'use client';

import type { LabCase, LabCaseSide } from '@/core/cases/labCase';
import { CASE_PLACES, type CasePlace } from '@/core/cases/layout';
import { NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { useSheet, type KeptSheet } from '@/ui/form/useSheet';
import { Heads } from '@/ui/frame/heads';
import { Scrolled } from '@/ui/frame/scrolled';
import { Form } from '@/ui/form/form';

const BEGIN: Omit<LabCaseSide, 'place'> = { slots: 1, sizeMm: 120, radiatorMm: null, radiatorDepthMm: null };

/** A case: how much room it has, and which fans go where. */
export function CaseForm({ id, kept }: { id: number; kept: KeptSheet<LabCase> }) {
  const sheet = useSheet('case', id, kept);
  const { body, set } = sheet;
  const sideOf = (place: CasePlace) => body.sides.find((side) => side.place === place);
  const at = fieldsOf(body, set);
  const atSide = (side: LabCaseSide) =>
    fieldsOf(side, (now) =>
      set({ ...body, sides: body.sides.map((other) => (other.place === side.place ? now : other)) }),
    );
  const turn = (place: CasePlace, isThere: boolean) =>
    set({
      ...body,
      sides: CASE_PLACES.flatMap((other) => {
        if (other === place) return isThere ? [{ place, ...BEGIN }] : [];
        return sideOf(other) ?? [];
      }),
    });
  return (
    <Form className="space-y-3" onSend={() => void sheet.save({ said: `${body.name} saved` })}>
      <div className="grid grid-cols-2 gap-3 md:grid-cols-[minmax(0,1fr)_9rem_9rem_9rem]">
        <TextField label="Name" {...at('name')} />
        <NumberField label="Room for a cooler" unit="mm" optional {...at('coolerHeightMm')} />
        <NumberField label="RAM height" unit="mm" optional {...at('memoryHeightMm')} />
        <NumberField label="Room for a card" unit="mm" optional {...at('cardLengthMm')} />
      </div>
      <Scrolled label="Places for fans" className="max-w-[700px]">
        <table className="figure-table [&_td]:py-1">
          <Heads of={['Place', 'Fans', 'Up to, mm', 'Radiator up to, mm', 'Deep with fans, mm']} />
          <tbody>
            {CASE_PLACES.map((place) => {
              const side = sideOf(place);
              return (
                <tr key={place}>
                  <td className="w-32">
                    <label className="flex items-center gap-2">
                      <input
                        type="checkbox"
                        checked={side !== undefined}
                        onChange={(event) => turn(place, event.target.checked)}
                      />
                      {place}
                    </label>
                  </td>
                  {side ? (
                    <>
                      <td className="w-24">
                        <NumberField bare label={`Fans at the ${place}`} {...atSide(side)('slots', 1)} />
                      </td>
                      <td className="w-28">
                        <NumberField
                          bare
                          label={`Largest fan at the ${place}, mm`}
                          {...atSide(side)('sizeMm', 120)}
                        />
                      </td>
                      <td className="w-36">
                        <NumberField
                          bare
                          optional
                          label={`Longest radiator at the ${place}, mm`}
                          {...atSide(side)('radiatorMm')}
                        />
                      </td>
                      <td className="w-36">
                        <NumberField
                          bare
                          optional
                          label={`Room for a radiator with fans at the ${place}, mm`}
                          {...atSide(side)('radiatorDepthMm')}
                        />
                      </td>
                    </>
                  ) : (
                    <td colSpan={4} className="text-ink2">
                      takes no fan
                    </td>
                  )}
                </tr>
              );
            })}
          </tbody>
        </table>
      </Scrolled>
      <SheetTrouble sheet={sheet} />
      <button className="act-button" disabled={!sheet.dirty || sheet.busy}>
        Save
      </button>
    </Form>
  );
}
