import type { Axis } from '@/core/curves/axis';
import type { ShownScale } from '@/core/curves/shown/shownScale';
import type { Ranking } from '@/core/ranking/rankAtLine';
import { sentence } from '@/core/words';
import { LayoutSketch } from '@/ui/marks/layoutSketch';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, placeText } from '@/ui/marks/figures';
import { bracketRoomPx, TieBrackets } from '@/ui/marks/tieBrackets';
import type { VerdictData, VerdictEntry } from '@/lab/orders/verdictPage';
import { standing, sustainedWords, VerdictList } from './verdictList';
import { Heads, LIKELY_PLACE, num } from '@/ui/frame/heads';
import { Name } from '@/ui/marks/name';

/** Place and rise of an entry at another of the brief's lines; a dash with the reason where it has none. */
function OtherLine({ ranking, entry, scale }: { ranking: Ranking; entry: string; scale: ShownScale }) {
  const placed = ranking.placed.find((other) => other.entry === entry);
  if (!placed) {
    const reason = ranking.notPlaced.find((other) => other.entry === entry)?.reason;
    return (
      <td className="num text-ink2" title={reason}>
        –
      </td>
    );
  }
  return (
    <td className="num whitespace-nowrap">
      {figure(placed.value, scale.decimals)}{' '}
      <span className="text-[13px] text-ink2">± {figure(placed.interval95, scale.decimals)}</span>
      <span className="block text-[13px] text-ink2">place {placeText(placed.placeFrom, placed.placeTo)}</span>
    </td>
  );
}

/** Places with their figures; on a phone a list. */
export function VerdictTable({
  ranking: { placed: placedEntries, brackets },
  others,
  noun,
  entries,
  referenceAmbientC,
  scale,
  axis,
  isRise,
  sustained,
}: {
  sustained: VerdictData['sustained'];
  scale: ShownScale;
  axis: Axis;
  /** The die's rise has its resistance and its temperature in the reference room beside it. */
  isRise: boolean;
  ranking: Ranking;
  /** The order at the brief's other lines: a column each. */
  others: { lineDb: number; ranking: Ranking }[];
  noun: string;
  entries: ReadonlyMap<string, VerdictEntry>;
  referenceAmbientC: number;
}) {
  const room = bracketRoomPx(brackets) + 4;
  return (
    <>
      <VerdictList {...{ placedEntries, entries, sustained, scale, axis, isRise }} />
      <div className="relative hidden overflow-x-auto sm:block">
        <table className="figure-table min-w-[640px]">
          <Heads
            of={[
              LIKELY_PLACE,
              sentence(noun),
              num(isRise ? scale.heading : sentence(scale.title)),
              axis.against !== 'noise' && num('Level, dB(A)'),
              ...others.map((other) => num(`At ${figure(other.lineDb, 1)} dB(A)`)),
              isRise && num('K/W'),
              isRise && num(`In a ${referenceAmbientC}\u202f°C room, °C`),
              num('Price'),
              'At this load',
            ]}
          />
          <tbody>
            {placedEntries.map((placed) => {
              const entry = entries.get(placed.entry)!;
              return (
                <tr key={placed.entry} data-entry={placed.entry}>
                  <td
                    className="relative text-[16px] font-bold whitespace-nowrap"
                    style={{ paddingLeft: room }}
                  >
                    <TieBrackets brackets={brackets} place={placed.place} />
                    {placeText(placed.placeFrom, placed.placeTo)}
                  </td>
                  <td className="max-w-72">
                    <span className="flex items-center gap-2">
                      <EntryMark position={entry.position} />
                      <LayoutSketch layout={entry.layout} className="w-9" />
                      <b className="min-w-0">
                        <Name>{entry.product}</Name>
                      </b>
                    </span>
                    <span className="block pl-5 text-[13px] leading-snug text-ink2" dir="auto">
                      {[entry.maker, entry.fans].filter(Boolean).join(' · ')}
                    </span>
                  </td>
                  <td className="num whitespace-nowrap">
                    <b className="text-[16px]">{figure(placed.value, scale.decimals)}</b>{' '}
                    <span className="text-[13px] text-ink2">
                      ± {figure(placed.interval95, scale.decimals)}
                    </span>
                  </td>
                  {axis.against !== 'noise' && <td className="num">{figure(placed.levelDb, 1)}</td>}
                  {others.map((other) => (
                    <OtherLine
                      key={other.lineDb}
                      ranking={other.ranking}
                      entry={placed.entry}
                      scale={scale}
                    />
                  ))}
                  {isRise && (
                    <>
                      <td className="num">
                        {placed.resistanceKPerW === null ? '–' : figure(placed.resistanceKPerW, 3)}
                      </td>
                      <td className="num">{figure(placed.temperatureAtReferenceC, 1)}</td>
                    </>
                  )}
                  <td className="num whitespace-nowrap">{entry.priceWords}</td>
                  <td className={`min-w-28 ${placed.status === 'ranked' ? 'text-ok' : 'text-warn'}`}>
                    {standing(placed, axis, isRise)}
                    {sustained[placed.entry] && (
                      <span className="block text-[13px] text-ink2">
                        {sustainedWords(sustained[placed.entry]!)}
                      </span>
                    )}
                    {entry.against.map((name) => (
                      <span key={name} className="block text-[13px] text-warn">
                        ▲ {name}
                      </span>
                    ))}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </>
  );
}
