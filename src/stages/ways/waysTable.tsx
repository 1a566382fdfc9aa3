import type { WaysData } from '@/lab/orders/waysPage';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import { Heads, num } from '@/ui/frame/heads';

/** The same as figures: place, value and level of every entry by every way. */
export function WaysTable({ data: { ways, entries, response } }: { data: WaysData }) {
  return (
    <details>
      <summary className="cursor-pointer text-[14.5px] font-semibold">Figures</summary>
      {ways.map(({ key, name, places, reasons }) => (
        <table key={key} className="figure-table mt-2">
          <caption className="pb-1 text-left text-[14px] font-semibold">{name}</caption>
          <Heads of={['Place', 'Entry', num(response.unit), num('dB(A)')]} />
          <tbody>
            {entries.map(({ entry, product, position }) => {
              const place = places[entry];
              if (!place && !(entry in reasons)) return null;
              return (
                <tr key={entry} data-entry={entry}>
                  <td>{place ? placeText(place.placeFrom, place.placeTo) : '–'}</td>
                  <td>
                    <span className="flex items-center gap-1.5">
                      <EntryMark position={position} />
                      <span dir="auto">{product}</span>
                    </span>
                    {!place && <span className="block text-[13px] text-ink2">{reasons[entry]}</span>}
                  </td>
                  <td className="num whitespace-nowrap">
                    {place ? (
                      <>
                        {figure(place.value, response.decimals)}{' '}
                        <span className="text-[12.5px] text-ink2">
                          ± {figure(place.interval95, response.decimals)}
                        </span>
                      </>
                    ) : (
                      '–'
                    )}
                  </td>
                  <td className="num">{place ? figure(place.levelDb, 1) : '–'}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      ))}
    </details>
  );
}
