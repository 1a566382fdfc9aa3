'use client';

import { parseAsString, useQueryState } from 'nuqs';
import { useMemo, useState } from 'react';
import { OWN_CASE, type LabCase } from '@/core/cases/labCase';
import type { KnownProduct } from '@/lab/lineUp/changeLineUp';
import type { ProductKind } from '@/core/lineUp/product';
import { PageLine } from '../desk/pageLine';
import { PastePanel } from '../paste/pastePanel';
import { usePaste } from '../paste/usePaste';
import { CoveredPanel } from './coveredPanel';
import { EntryPanel } from './entryPanel';
import type { OfferedToRoundUp } from '@/lab/lineUp/fromTheLab';
import { FromTheLab } from './fromTheLab';
import type { LineUpEntry as LineUpItem } from '@/lab/lineUp/lineUpView';
import { NewEntry } from './newEntry';
import { EntriesTable } from './entriesTable';
import { LineUpHead } from './lineUpHead';
import { Scrolled } from '@/ui/frame/scrolled';

/** Products, samples and entries: what is compared, and what is known of each. */
export function LineUpStage({
  roundUpId,
  items,
  offers,
  today,
  kind,
  known,
  airspeeds,
  enclosure,
  labCases,
}: {
  roundUpId: number;
  items: LineUpItem[];
  offers: OfferedToRoundUp[];
  today: string;
  /** What a new entry most likely is, and the products that the lab has. */
  kind: ProductKind;
  known: KnownProduct[];
  /** Airspeed in the open of fans that this lab has measured, by name in lower case, m/s. */
  airspeeds: [string, number][];
  /** What the rig stands in, and what the lab knows of the case of each entry, by its code. */
  enclosure: string;
  labCases: Record<string, LabCase>;
}) {
  const measured = useMemo(() => new Map(airspeeds), [airspeeds]);
  const [open, setOpen] = useQueryState(
    'entry',
    parseAsString.withDefault('').withOptions({ history: 'replace' }),
  );
  const [pasting, setPasting] = usePaste('entries');
  const chosen = items.find((item) => item.code === open);
  // Behind a cover nothing is kept longer than it is looked at.
  const [behind, setBehind] = useState<LineUpItem | null>(null);
  const seen = chosen?.covered && behind?.entryId === chosen.entryId ? behind : null;

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3 px-4 pt-2.5 pb-4 md:px-7">
      <PageLine />
      <div className="flex min-h-0 flex-1 flex-col gap-6 lg:flex-row">
        <section className="flex min-h-0 min-w-0 flex-1 flex-col" aria-label="Line-up">
          <LineUpHead
            roundUpId={roundUpId}
            items={items}
            onPaste={() => setPasting({ kind: 'entries', text: '' })}
          />
          {pasting && (
            <PastePanel
              key={pasting.text}
              roundUpId={roundUpId}
              pasting={pasting}
              kinds={items.length > 0 ? ['entries', 'prices'] : ['entries']}
              onKind={(kind) => setPasting({ ...pasting, kind })}
              onClose={() => setPasting(null)}
            />
          )}
          <Scrolled label="Entries" className="min-h-0 flex-1">
            {items.length === 0 ? (
              <p className="py-6">
                Nothing to compare yet. Name the first product below, paste a block from a spreadsheet (Ctrl
                V), or import a CSV. The first is taken as the control, which is re-tested to watch the rig.
              </p>
            ) : (
              <EntriesTable
                {...{ roundUpId, items, labCases, chosen }}
                onChoose={(item) => {
                  setBehind(null);
                  void setOpen(item === chosen ? null : item.code);
                }}
              />
            )}
          </Scrolled>
          <FromTheLab roundUpId={roundUpId} offers={offers} />
          <NewEntry roundUpId={roundUpId} kind={kind} known={known} />
        </section>
        {chosen?.covered && !seen && (
          <CoveredPanel
            key={chosen.entryId}
            roundUpId={roundUpId}
            item={chosen}
            place={items.indexOf(chosen)}
            onSeen={setBehind}
          />
        )}
        {chosen && (seen ?? !chosen.covered) && (
          <EntryPanel
            key={chosen.entryId}
            roundUpId={roundUpId}
            item={seen ?? chosen}
            place={items.indexOf(chosen)}
            today={today}
            inCase={{
              others: items
                .filter((item) => item !== chosen && item.entry.body.layout.length > 0)
                .map((item) => ({ name: item.shownName, layout: item.entry.body.layout })),
              airspeeds: measured,
              labCase: labCases[chosen.code] ?? null,
              enclosure: enclosure === OWN_CASE ? chosen.product.body.name : enclosure,
            }}
            onGone={() => void setOpen(null)}
            onMade={() => void setOpen(null)}
          />
        )}
      </div>
    </div>
  );
}
