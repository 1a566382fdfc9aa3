'use client';

import { useState } from 'react';
import { notice } from '@/ui/frame/notice';
import type { DemoHere, DemoView } from '@/lab/roundUps/demo';
import { plural } from '@/ui/marks/figures';
import { useAct } from '@/ui/useAct';
import { Button } from '@/ui/frame/button';

const URL = '/api/demo';
const BRING = { url: URL, body: { here: true }, said: 'The demo is here' };

/** The demo gives way to one's own work, and comes back by one press. What somebody has worked on, or stands on it, is asked about. */
export function DemoPanel({ demo, isEmpty }: { demo: DemoHere; isEmpty: boolean }) {
  const { act, busy } = useAct();
  /** What it would touch, once that was asked for; null before. */
  const [touched, setTouched] = useState<DemoView | null>(null);
  const [kept, setKept] = useState<number[]>([]);
  const changed = touched?.roundUps.filter(({ isChanged }) => isChanged) ?? [];

  /** Nothing of it is anybody's work: it goes at once. */
  async function ask() {
    const response = await fetch(URL).catch(() => null);
    if (!response?.ok) return void notice.refused('The application does not answer. Nothing was changed.');
    const view = (await response.json()) as DemoView;
    const mine = view.roundUps.filter(({ isChanged }) => isChanged).map(({ id }) => id);
    if (mine.length === 0 && view.onDemo.length === 0) return void putAway([]);
    setKept(mine);
    setTouched(view);
  }

  const putAway = (ids: number[]) =>
    act({
      url: URL,
      body: { here: false, keep: ids },
      said: 'The demo is put away',
      undo: () => BRING,
    }).then((answer) => answer.ok && setTouched(null));

  if (demo.state !== 'here')
    return (
      <p className={`py-3 text-[14.5px] ${isEmpty ? '' : 'border-t border-hairline'}`}>
        {demo.state === 'away'
          ? 'The demo is put away. '
          : 'The demo shows a lab at work, with invented products. '}
        <Button disabled={busy} onClick={() => void act(BRING)}>
          {busy ? 'It is coming …' : demo.state === 'away' ? 'Restore the demo' : 'Import the demo'}
        </Button>
        {demo.state === 'none' && <span className="label-text"> Takes about 20 seconds.</span>}
      </p>
    );

  return (
    <section aria-label="The demo" className="border-t border-hairline py-3 text-[14.5px]">
      <p className="flex flex-wrap items-baseline gap-3">
        <span className="text-ink2">
          {plural(demo.count, 'round-up')} here came with the demo, with {demo.count === 1 ? 'its' : 'their'}{' '}
          rigs and products.
        </span>
        {!touched && (
          <Button disabled={busy} onClick={() => void ask()}>
            Put the demo away
          </Button>
        )}
      </p>
      {touched && (
        <div className="space-y-2 pt-2">
          {touched.onDemo.map(({ id, title, entries }) => (
            <p key={id} dir="auto">
              “{title}”{' '}
              {entries > 0
                ? `compares ${plural(entries, 'entry', 'entries')} of the demo: they stay in it, with their runs.`
                : 'uses a rig of the demo: the rig stays.'}
            </p>
          ))}
          {changed.length > 0 && (
            <fieldset>
              <legend>You have worked on these. What is ticked stays; nothing is lost either way.</legend>
              {changed.map(({ id, title }) => (
                <label key={id} className="flex items-center gap-2 py-1">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={kept.includes(id)}
                    onChange={({ target }) =>
                      setKept(target.checked ? [...kept, id] : kept.filter((other) => other !== id))
                    }
                  />
                  <span dir="auto">{title}</span>
                </label>
              ))}
            </fieldset>
          )}
          <p className="flex gap-3">
            <Button disabled={busy} onClick={() => void putAway(kept)}>
              Put the demo away
            </Button>
            <Button onClick={() => setTouched(null)}>Cancel</Button>
          </p>
        </div>
      )}
    </section>
  );
}
