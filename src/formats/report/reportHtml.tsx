/** @jsxImportSource preact */
import { dayWords } from '@/core/timeWords';
import { Made } from '../markup/markup';
import { Items, PartOfReport } from './partOfReport';
import { base64, plainPage, type ReportFonts } from './plainPage';
import type { ReportAnswers, ReportData } from './reportData';

function Version({ version }: Pick<ReportData, 'version'>) {
  if (!version) return <p class="quiet">A draft: not published.</p>;
  return (
    <>
      <p class="quiet">{`Version ${version.number}, published ${dayWords(version.publishedAt)}.`}</p>
      {version.corrections.length > 0 && (
        <section>
          <h2>What was corrected</h2>
          <ul>
            {version.corrections.map(({ number, at, reason, changes }) => (
              <li dir="auto">
                {`Version ${number}, ${dayWords(at)}: ${reason}`}
                <Items items={changes} />
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** What every report ends with. */
const METHOD = { title: 'How this was measured', at: 'method' };
const BENCH = { title: 'On which bench', at: 'bench' };
const CHANGED = { title: 'Set aside and changed', at: 'changed' };
const DATA = { title: 'The data', at: 'data' };

const Heading = ({ title, at }: typeof METHOD) => <h2 id={at}>{title}</h2>;

/** What the page has, part by part. */
function Contents({ parts }: Pick<ReportData, 'parts'>) {
  const titled = parts.flatMap(({ title }, i) => (title === '' ? [] : [{ title, at: `part-${i + 1}` }]));
  return (
    <nav aria-label="On this page">
      <ul class="contents">
        {[...titled, METHOD, BENCH, CHANGED, DATA].map(({ title, at }) => (
          <li>
            <a href={`#${at}`} dir="auto">
              {title}
            </a>
          </li>
        ))}
      </ul>
    </nav>
  );
}

/** Where the script makes what can be asked; without script it stays hidden. The figures are data to the browser, and no script. */
const Ask = ({ figures, script }: ReportAnswers) => (
  <>
    <section id="ask" aria-label="Ask this report" hidden />
    <div id="ask-more" hidden />
    <script type="text/plain" id="figures" dangerouslySetInnerHTML={{ __html: figures }} />
    <script dangerouslySetInnerHTML={{ __html: script }} />
  </>
);

const Pairs = ({ pairs }: { pairs: readonly (readonly [string, string])[] }) => (
  <dl>{pairs.map(([what, value]) => [<dt>{what}</dt>, <dd dir="auto">{value}</dd>])}</dl>
);

/** Lines of a log: titles of columns, what each is called on a phone, and the cells. */
function Log({
  columns,
  rows,
}: {
  columns: readonly (readonly [string, string])[];
  rows: readonly string[][];
}) {
  return (
    <table class="log">
      <thead>
        <tr>
          {columns.map(([title]) => (
            <th scope="col">{title}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((cells) => (
          <tr>
            {cells.map((cell, i) => (
              <td data-label={columns[i]![1]}>
                <bdi>{cell}</bdi>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const ASIDE = [
  ['Run', 'Run'],
  ['Of', 'Of'],
  ['Setting', 'Setting'],
  ['Why it does not count', 'Why'],
] as const;
const BY_HAND = ['Run', 'When', 'Who', 'What'].map((title) => [title, title] as const);

function Changed({ setAside, changes, problems }: ReportData) {
  return (
    <section>
      <Heading {...CHANGED} />
      {setAside.length === 0 ? (
        <p>No run was set aside.</p>
      ) : (
        <Log
          columns={ASIDE}
          rows={setAside.map(({ run, name, setting, reason }) => [run, name, setting, reason])}
        />
      )}
      {changes.length > 0 && [
        <h3>What was changed by hand</h3>,
        <Log columns={BY_HAND} rows={changes.map(({ run, at, who, what }) => [run, at, who, what])} />,
      ]}
      {problems.length > 0 && [
        <h3>Rows that could not be used</h3>,
        <ul>
          {problems.map((problem) => (
            <li>
              <bdi>{problem}</bdi>
            </li>
          ))}
        </ul>,
      ]}
    </section>
  );
}

function Data({ data, dataNote }: ReportData) {
  return (
    <section>
      <Heading {...DATA} />
      {data ? (
        <p>
          <a download={data.name} href={`data:application/zip;base64,${base64(data.bytes)}`}>
            {data.name}
          </a>
          {`, ${Math.ceil(data.bytes.length / 1024)} kB. ${dataNote}`}
        </p>
      ) : (
        <p>{dataNote}</p>
      )}
      <p class="quiet">
        To check this page: <code>./abanico check FILE.html</code> ranks its data anew and says what does not
        follow from them.
      </p>
    </section>
  );
}

/**
 * A verdict as one file for screen, phone and print, with no request to anywhere: whole without script, and with it answering its readers.
 * The same data give the same bytes.
 */
export function reportHtml(data: ReportData, fonts: ReportFonts): string {
  const { title, by, rigLine, version, summary, parts, method, rig, rules, answers } = data;
  return plainPage(
    {
      title,
      shows: `img-src data:; font-src data:; media-src data:${answers ? `; script-src 'sha256-${answers.scriptHash}'` : ''}`,
      head: [<meta name="description" content={rigLine} />, <meta name="rules" content={rules} />],
      children: (
        <>
          <header>
            <h1 dir="auto">{title}</h1>
            <p class="quiet" dir="auto">
              {[by?.name, rigLine].filter(Boolean).join(' · ')}
            </p>
            <Version version={version} />
          </header>
          <main>
            <div class="first">
              <div>
                <Made html={summary} />
                <Contents parts={parts} />
              </div>
              {answers && <Ask {...answers} />}
            </div>
            {parts.map((part, index) => (
              <PartOfReport part={part} index={index} />
            ))}
            <section>
              <Heading {...METHOD} />
              <Pairs pairs={method.map(({ question, answer }) => [question, answer])} />
              {by?.methodAt && (
                <p>
                  The method at length: <a href={by.methodAt}>{by.methodAt}</a>
                </p>
              )}
            </section>
            <section>
              <Heading {...BENCH} />
              <Pairs pairs={rig.map(({ what, value }) => [what, value])} />
            </section>
            <Changed {...data} />
            <Data {...data} />
          </main>
        </>
      ),
    },
    fonts,
  );
}
