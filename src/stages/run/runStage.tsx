import { FIRST_SPEED } from '@/core/responses/runSpeeds';
import { Link } from '@/ui/frame/link';
import { correctionWords } from '@/core/levels/levelCorrection';
import { hasDie } from '@/core/runs/labRun';
import { interval95 } from '@/core/uncertainty/interval95';
import { EntryMark } from '@/ui/marks/entryMark';
import { figure, withUnit } from '@/ui/marks/figures';
import { RunStateMark } from '../logbook/runStateMark';
import { momentWords } from '@/core/timeWords';
import type { RunData } from '@/lab/runs/runPage';
import { ChangeLog } from './changeLog';
import { RunActions } from './runActions';
import { ReadingsPanel } from './readingsPanel';
import { TraceCharts } from './traceCharts';

function Row({
  name,
  children,
  note,
}: {
  name: string;
  children: React.ReactNode;
  note?: string | undefined;
}) {
  return (
    <tr>
      <th scope="row" className="border-b-hairline! font-normal!">
        {name}
      </th>
      <td className="num whitespace-nowrap">
        {children}
        {note && <span className="block text-[13px] whitespace-normal text-ink2">{note}</span>}
      </td>
    </tr>
  );
}

function minutes(seconds: number): string {
  return seconds < 90 ? `${figure(seconds, 0)} s` : `${figure(seconds / 60, 1)} min`;
}

function Settling({ data }: { data: RunData }) {
  const { fit, slopeKPerMin, heatLimited } = data.run.reduction;
  return (
    <>
      {slopeKPerMin.known && (
        <Row name={heatLimited ? 'Slope of K/W × load' : 'Slope in the window'}>
          {figure(slopeKPerMin.value, 2)} K/min
        </Row>
      )}
      {fit.known ? (
        <>
          <Row name="Ends at, by the fit">
            {figure(fit.value.endK, 1)}{' '}
            <span className="text-[13px] text-ink2">
              ± {figure(interval95(fit.value.endStandardErrorK, Infinity), 2)}
            </span>{' '}
            K
          </Row>
          <Row name="Still to come">{figure(settlingToCome(fit.value.stillToComeK), 2)} K</Row>
          <Row name="Time constant">{minutes(fit.value.tauS)}</Row>
          <Row name="To within 0.5 K">{minutes(fit.value.timeToHalfKelvinS)}</Row>
        </>
      ) : (
        <Row name="Settling fit">
          <span className="block max-w-44 text-[13px] whitespace-normal text-ink2">{fit.reason}</span>
        </Row>
      )}
    </>
  );
}

/** The die, from its means to the rise that counts. */
function DieRows({ data }: { data: RunData }) {
  const { run, limitC } = data;
  const { reduction } = run;
  return (
    <>
      <Row name="Die, mean">{withUnit(reduction.cpuMeanC, 1, '°C')}</Row>
      <Row
        name="Die, maximum"
        note={
          reduction.heatLimited
            ? `at the limit of ${limitC} °C for ${Math.round(100 * reduction.heatLimitedShare)} % of the window`
            : undefined
        }
      >
        {withUnit(reduction.cpuMaxC, 1, '°C')}
      </Row>
      <Row name="Room, mean">{withUnit(reduction.ambientMeanC, 1, '°C')}</Row>
      <Row name="Rise, mean">{figure(reduction.measuredRiseK, 2)} K</Row>
      <Row name="Rise, maximum">{figure(reduction.maximumRiseK, 1)} K</Row>
      <Row name="Power">
        {reduction.powerSource === 'nominal'
          ? 'not logged'
          : `${figure(reduction.powerMeanW, 1)} W${reduction.powerSource === 'measured' ? '' : `, at the ${reduction.powerSource}`}`}
      </Row>
      <Row name="Resistance">
        {reduction.resistanceKPerW.known ? `${figure(reduction.resistanceKPerW.value, 4)} K/W` : '–'}
      </Row>
      <Row name={`Rise at ${data.loadLabel}`}>
        <b>{figure(reduction.riseK, 2)} K</b>
      </Row>
    </>
  );
}

/** Below what a sensor shows there is nothing to come. */
function settlingToCome(valueK: number): number {
  return Math.abs(valueK) < 0.005 ? 0 : valueK;
}

/** One run: its trace with the window that counts, and how it became a number. */
export function RunStage({ data }: { data: RunData }) {
  const { run } = data;
  const { reduction, level } = run;
  const base = `/round-ups/${data.roundUpId}`;
  const withDie = hasDie(run);
  // The mean of the log says more than the speed that was noted.
  const isLogged = data.values.some((value) => value.name === FIRST_SPEED.name);
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-5 px-4 pt-3.5 pb-4 md:px-7 lg:flex-row">
      <section className="flex min-w-0 flex-1 flex-col" aria-label="Trace">
        <div className="flex flex-wrap items-baseline gap-x-3 pb-2">
          <h2 className="font-display text-[22px] font-bold">Run {run.label}</h2>
          <p className="flex min-w-0 items-center gap-1.5">
            <EntryMark position={data.position} />
            <span className="max-w-80 truncate" dir="auto" title={run.product}>
              {run.product}
            </span>
          </p>
          <p className="text-ink2">
            {data.loadLabel} · fans {run.setting} · mount {run.mount}, pass {run.pass}
            {run.startedAt && ` · ${momentWords(run.startedAt)}`}
          </p>
          <nav className="ml-auto flex gap-4 text-[14px]" aria-label="Other runs">
            {data.before && <Link href={`${base}/runs/${data.before.id}`}>← {data.before.label}</Link>}
            <Link href={`${base}/logbook`}>All runs</Link>
            {data.after && <Link href={`${base}/runs/${data.after.id}`}>{data.after.label} →</Link>}
          </nav>
        </div>
        {data.readings.length > 0 || (!run.hasTrace && !withDie) ? (
          <ReadingsPanel roundUpId={data.roundUpId} run={run} readings={data.readings} />
        ) : null}
        {data.trace ? (
          <TraceCharts data={data} trace={data.trace} />
        ) : (
          (withDie || run.hasTrace) && (
            <p className="py-8">
              {run.hasTrace
                ? 'Its log has no die sensor; its other results are beside.'
                : 'This run was typed by hand: there is no trace to show.'}
            </p>
          )
        )}
      </section>
      <aside
        className="shrink-0 border-hairline lg:w-[350px] lg:overflow-y-auto lg:border-l lg:pl-6"
        aria-label="Result"
        tabIndex={0}
      >
        <h2 className="font-display text-[18px] font-bold">
          {withDie && `${figure(reduction.riseK, 1)} K at `}
          {figure(level.levelDb, 1)} dB(A)
        </h2>
        <p className="pt-1">
          <RunStateMark state={data.state} />
        </p>
        {data.notes.length > 0 && (
          <ul className="list-disc space-y-0.5 pt-1 pl-4.5 text-[14px] marker:text-ink2">
            {data.notes.map((note) => (
              <li key={note} dir="auto">
                {note}
              </li>
            ))}
          </ul>
        )}
        <table className="figure-table mt-2 [&_td]:py-[0.3rem] [&_th]:py-[0.3rem]">
          <tbody>
            {withDie && <DieRows data={data} />}
            <Row name="Read at the meter">{figure(run.noiseDb, 1)} dB(A)</Row>
            <Row name="Room alone">{figure(run.floorDb, 1)} dB(A)</Row>
            {run.levelCorrection && (
              <Row name="Corrected by" note={run.levelCorrection.why}>
                {correctionWords(run.levelCorrection)}
              </Row>
            )}
            <Row name="Alone, room noise subtracted">
              <b>
                {level.standing === 'at-floor' ? '≤\u202f' : ''}
                {figure(level.levelDb, 1)} dB(A)
              </b>
            </Row>
            {run.rpm !== null && !isLogged && <Row name="Fans">{figure(run.rpm, 0)} rpm</Row>}
            {data.values.map((value) => (
              <Row
                key={value.name + value.place}
                name={value.place ? `${value.name}, ${value.place}` : value.name}
                note={value.unsettledReason}
              >
                {figure(value.value, value.decimals)} {value.unit}
                {value.maximum !== null && (
                  <span className="block text-[13px] text-ink2">
                    at most {figure(value.maximum, value.decimals)}
                  </span>
                )}
              </Row>
            ))}
            {withDie && <Settling data={data} />}
          </tbody>
        </table>
        <RunActions
          roundUpId={data.roundUpId}
          run={run}
          entries={data.entries}
          more={data.more}
          people={data.people}
        />
        {data.trace && (
          <p className="label-text pt-3">
            {data.trace.samples} samples; the automatic window is the last {figure(data.windowS, 0)} s with
            the load on.
          </p>
        )}
        <ChangeLog changes={data.changes} />
      </aside>
    </div>
  );
}
