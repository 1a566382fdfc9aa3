'use client';

import { useEffect, useRef, useState } from 'react';
import { clipsToHear, playedGains, type ListenAt } from '@/core/sound/recording/playback';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure } from '@/ui/marks/figures';
import { whoIsHere } from '@/ui/who';
import { PageLine } from '../../desk/pageLine';
import { ClipPlayer, TONE_UNDER_DB } from './clipPlayer';
import { keepEarScale, useEarScale } from './earScale';
import { OrderList } from './orderList';
import { Sittings } from './sittings';
import type { ClipRow, ListenData } from '@/lab/sound/soundPage';
import { useAct } from '@/ui/useAct';
import { BeforeListening } from './beforeListening';
import { EarScale } from './earScaleForm';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const letter = (i: number) =>
  i < 26 ? LETTERS[i]! : `${LETTERS[Math.floor(i / 26) - 1]!}${LETTERS[i % 26]!}`;

/** In an order that nobody knows before. */
function shuffled<T>(items: readonly T[]): T[] {
  const mixed = [...items];
  for (let i = mixed.length - 1; i > 0; i -= 1) {
    const j = Math.floor(Math.random() * (i + 1));
    [mixed[i], mixed[j]] = [mixed[j]!, mixed[i]!];
  }
  return mixed;
}

/** What is told of a clip once it is known which it is. */
function clipNote(clip: ClipRow, earDba: number | null, isHidden: boolean): string {
  if (isHidden) return '';
  return [
    `${figure(clip.levelDba, 1)} dB(A)`,
    clip.sone === null ? '' : `${figure(clip.sone, 2)} sone`,
    clip.tones.find(({ prominent }) => prominent)?.sentence ?? 'no clear tone',
    earDba === null ? '' : `at your ear ${figure(earDba, 0)} dB(A)`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** Clips of many entries at one gain, put in order by ear without knowing which is which, and then held against the figures. */
export function ListenStage({ data }: { data: ListenData }) {
  const [at, setAt] = useState<ListenAt>('line');
  const [isBlind, setIsBlind] = useState(true);
  const [order, setOrder] = useState<ClipRow[] | null>(null);
  const [letters, setLetters] = useState<ReadonlyMap<number, string>>(new Map());
  const [loaded, setLoaded] = useState(0);
  const [playing, setPlaying] = useState<number | null>(null);
  const { act, busy: isSaving, refusal: failure, setRefusal: setFailure } = useAct('page');
  const [isRevealed, setIsRevealed] = useState(false);
  const scaleDb = useEarScale();
  const player = useRef<ClipPlayer | null>(null);
  const found = clipsToHear(data.clips, at, data.noiseLineDba);

  useEffect(() => () => void player.current?.close(), []);

  const levels = found.map(({ levelDba }) => levelDba!);
  const gains = playedGains(found.map(({ fullScaleDb }) => fullScaleDb!));
  const mostScaleDb = Math.max(...found.map(({ fullScaleDb }) => fullScaleDb!));
  /** At the ear of somebody who calibrated the playback, dB(A). */
  const atEar = (clip: ClipRow) => (scaleDb === null ? null : clip.levelDba! - mostScaleDb + scaleDb);
  const loudestAtEar = scaleDb === null ? null : Math.max(...levels) - mostScaleDb + scaleDb;

  async function begin() {
    setFailure('');
    void player.current?.close();
    const own = new ClipPlayer();
    player.current = own;
    const mixed = isBlind ? shuffled(found) : found;
    setLetters(new Map(mixed.map(({ id }, i) => [id, letter(i)])));
    setLoaded(0);
    setIsRevealed(false);
    setOrder(mixed);
    try {
      const clips = found.map(({ id }, i) => ({
        ...{ id, gainDb: gains[i]! },
        url: `/round-ups/${data.roundUpId}/recordings/${id}`,
      }));
      await own.load(clips, setLoaded);
    } catch (error) {
      setFailure((error as Error).message);
      setOrder(null);
    }
  }

  async function play(id: number | null) {
    setPlaying(id);
    await player.current?.play(id);
  }

  async function hold() {
    const body = { who: whoIsHere(), wasBlind: isBlind, clips: order!.map(({ id }) => id) };
    const url = `/api/round-ups/${data.roundUpId}/listenings`;
    if ((await act({ url, body, said: 'Your order is kept' })).ok) setIsRevealed(true);
  }

  const isReady = order !== null && loaded === order.length;
  const nameOf = (clip: ClipRow) =>
    isBlind && !isRevealed ? `Clip ${letters.get(clip.id)!}` : `${clip.product}, ${clip.setting}`;
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-4 px-4 pt-3.5 pb-6 md:px-7">
      <PageLine />
      {data.clips.length === 0 ? (
        <p className="max-w-2xl">No recordings yet. Import recordings and the calibration tone first.</p>
      ) : (
        <div className="grid gap-7 lg:grid-cols-[minmax(0,1fr)_24rem]">
          <section aria-label="Clips">
            {order === null ? (
              <BeforeListening
                {...{ at, isBlind, levels, loudestAtEar }}
                lineDba={data.noiseLineDba}
                onAt={setAt}
                onBlind={setIsBlind}
                onBegin={() => void begin()}
              />
            ) : (
              <>
                <p className="pb-2" role="status">
                  {!isReady
                    ? `Loading, ${loaded} of ${order.length} …`
                    : 'The most pleasant first: move by the handle, or by the arrows. A number plays, 0 is silence.'}
                </p>
                <OrderList
                  clips={order}
                  isReady={isReady}
                  playing={playing}
                  nameOf={nameOf}
                  markOf={(clip) => (isBlind && !isRevealed ? null : <EntryMark position={clip.position} />)}
                  noteOf={(clip) => clipNote(clip, atEar(clip), isBlind && !isRevealed)}
                  onPlay={(id) => void play(id)}
                  onOrder={setOrder}
                />
                <div className="flex flex-wrap items-center gap-3 pt-3">
                  {!isRevealed && (
                    <button
                      type="button"
                      className="act-button"
                      disabled={!isReady || isSaving}
                      onClick={() => void hold()}
                    >
                      {isBlind ? 'Save order and reveal names' : 'That is my order'}
                    </button>
                  )}
                  <Button
                    onClick={() => {
                      void play(null);
                      setOrder(null);
                    }}
                  >
                    {isRevealed ? 'Another sitting' : 'Leave'}
                  </Button>
                </div>
              </>
            )}
            <Fault className="pt-3 text-[14px]">{failure}</Fault>
          </section>
          <div className="space-y-6">
            <Sittings sittings={data.sittings} />
            <EarScale
              scaleDb={scaleDb}
              onTone={() => {
                player.current ??= new ClipPlayer();
                void player.current.tone(8);
              }}
              onScale={(readDb) => {
                keepEarScale(readDb === null ? null : readDb + TONE_UNDER_DB);
              }}
            />
          </div>
        </div>
      )}
    </div>
  );
}
