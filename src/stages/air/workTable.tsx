import type { WorkRanking } from '@/core/air/fansAtWork';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import { bracketRoomPx, TieBrackets } from '@/ui/marks/tieBrackets';
import type { AirData } from '@/lab/air/airView';
import { Heads, num } from '@/ui/frame/heads';
import { Name } from '@/ui/marks/name';

/** Which fan moves most through the resistance; flow, noise and speed together. */
export function WorkTable({
  ranking,
  entries,
}: {
  ranking: WorkRanking;
  entries: ReadonlyMap<string, AirData['entries'][number]>;
}) {
  const room = bracketRoomPx(ranking.brackets) + 4;
  return (
    <>
      <table className="figure-table">
        <Heads of={['Place', 'Fan', num('m³/h'), num('Pa'), num('dB(A)')]} />
        <tbody>
          {ranking.placed.map((work) => {
            const entry = entries.get(work.entry)!;
            const ratio = work.rpm / work.measuredRpm;
            return (
              <tr key={work.entry} data-entry={work.entry}>
                <td
                  className="relative text-[15px] font-bold whitespace-nowrap"
                  style={{ paddingLeft: room }}
                >
                  <TieBrackets brackets={ranking.brackets} place={work.place} />
                  {placeText(work.placeFrom, work.placeTo)}
                </td>
                <td className="w-full max-w-0">
                  <span className="flex items-center gap-1.5">
                    <EntryMark position={entry.position} />
                    <Name>{entry.product}</Name>
                  </span>
                  <span className={`block text-[13px] ${work.farOff ? 'text-warn' : 'text-ink2'}`}>
                    {figure(work.rpm, 0)} rpm
                    {work.topsOut && ', its fastest'}
                    {Math.abs(ratio - 1) > 0.005 &&
                      ` · converted from ${figure(work.measuredRpm, 0)}${work.farOff ? ': far' : ''}`}
                  </span>
                </td>
                <td className="num whitespace-nowrap">
                  <b>{figure(work.point.flowM3PerH, 1)}</b>
                  <span className="block text-[13px] text-ink2">± {figure(work.point.flow95, 1)}</span>
                </td>
                <td className="num">{figure(work.point.pressurePa, 1)}</td>
                <td className="num">{figure(work.levelDb, 1)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {ranking.placed.length === 0 && <p className="py-3">No fan can be placed here.</p>}
      {ranking.notPlaced.length > 0 && (
        <>
          <h3 className="font-display pt-3 text-[15px] font-bold">Not ranked here</h3>
          <ul className="text-[14px]">
            {ranking.notPlaced.map(({ entry, reason }) => (
              <li key={entry} className="flex items-baseline gap-1.5 pt-0.5">
                <EntryMark position={entries.get(entry)!.position} />
                <span>
                  <span dir="auto">{entries.get(entry)!.product}</span>{' '}
                  <span className="text-ink2">{reason}</span>
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
