'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';

interface Problem {
  file: string;
  line?: number;
  column?: string;
  message: string;
}

type State =
  | { is: 'ready' }
  | { is: 'busy'; what: string }
  | { is: 'refused'; folder: string; problems: Problem[] }
  | { is: 'failed'; message: string };

interface PickedFile {
  path: string;
  file: File;
}

async function filesOfEntry(entry: FileSystemEntry): Promise<PickedFile[]> {
  const path = entry.fullPath.replace(/^\//, '');
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) =>
      (entry as FileSystemFileEntry).file(resolve, reject),
    );
    return [{ path, file }];
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: PickedFile[] = [];
  for (;;) {
    const batch = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    );
    if (batch.length === 0) return found;
    for (const inside of batch) found.push(...(await filesOfEntry(inside)));
  }
}

/** Takes a folder or its files, sends them, and shows what came of it. A refused bundle changes nothing. */
export function ImportPanel() {
  const router = useRouter();
  const [state, setState] = useState<State>({ is: 'ready' });
  const [over, setOver] = useState(false);
  const folder = useRef<HTMLInputElement>(null);
  const loose = useRef<HTMLInputElement>(null);

  async function send(picked: PickedFile[]) {
    const kept = picked.filter(({ path }) => !path.split('/').some((part) => part.startsWith('.')));
    if (kept.length === 0) return;
    const name = kept[0]!.path.split('/')[0]!;
    setState({ is: 'busy', what: `Reading ${kept.length} files of ${name}` });
    const body = new FormData();
    for (const { path, file } of kept) body.append('file', file, encodeURIComponent(path));
    try {
      const response = await fetch('/api/import', { method: 'POST', body });
      const answer = (await response.json()) as {
        roundUpId?: number;
        problems?: Problem[];
        message?: string;
      };
      if (answer.roundUpId !== undefined) {
        router.push(`/round-ups/${answer.roundUpId}/logbook`);
        router.refresh();
      } else if (answer.problems) setState({ is: 'refused', folder: name, problems: answer.problems });
      else setState({ is: 'failed', message: answer.message ?? 'The import failed.' });
    } catch {
      setState({
        is: 'failed',
        message: 'The application does not answer. Nothing was imported; try again.',
      });
    }
  }

  function take(list: FileList | null) {
    if (list) void send([...list].map((file) => ({ path: file.webkitRelativePath || file.name, file })));
  }

  async function drop(event: React.DragEvent) {
    event.preventDefault();
    setOver(false);
    const entries = [...event.dataTransfer.items]
      .map((item) => item.webkitGetAsEntry())
      .filter((entry) => entry !== null);
    const found = await Promise.all(entries.map(filesOfEntry));
    void send(found.flat());
  }

  const busy = state.is === 'busy';
  return (
    <section aria-label="Import" className="lg:w-[400px] lg:border-l lg:border-hairline lg:pl-6">
      <h2 className="font-display text-[18px] font-bold">Import an evening at the bench</h2>
      <p className="label-text pt-1 pb-3">
        A bench bundle: a folder with <b>datapackage.json</b>, <b>entries.csv</b>, <b>runs.csv</b> and the
        logs. All of it comes in, or nothing.
      </p>
      <div
        className={`rounded-lg border border-dashed px-4 py-6 text-center ${over ? 'border-act bg-raised' : 'border-ink2/60'}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => void drop(event)}
      >
        <p className="pb-3">Drop the folder here</p>
        <button className="act-button" disabled={busy} onClick={() => folder.current!.click()}>
          Choose a folder
        </button>
        <button
          className="ml-2 cursor-pointer px-2 py-1 text-[14px] underline"
          disabled={busy}
          onClick={() => loose.current!.click()}
        >
          or its files
        </button>
        <input
          ref={folder}
          type="file"
          className="hidden"
          aria-label="Bundle folder"
          multiple
          {...{ webkitdirectory: '' }}
          onChange={(event) => {
            take(event.target.files);
            event.target.value = '';
          }}
        />
        <input
          ref={loose}
          type="file"
          className="hidden"
          aria-label="Bundle files"
          multiple
          accept=".csv,.json"
          onChange={(event) => {
            take(event.target.files);
            event.target.value = '';
          }}
        />
      </div>
      <div role="status" aria-live="polite" className="pt-4">
        {state.is === 'busy' && <p>{state.what} …</p>}
        {state.is === 'failed' && <p className="text-bad">▲ {state.message}</p>}
        {state.is === 'refused' && <Refused folder={state.folder} problems={state.problems} />}
      </div>
    </section>
  );
}

const MOST_SHOWN = 200;

function Refused({ folder, problems }: { folder: string; problems: Problem[] }) {
  return (
    <div data-refused>
      <p className="text-bad">
        ▲ <b dir="auto">{folder}</b> was not imported:{' '}
        {problems.length === 1 ? 'one thing is' : `${problems.length} things are`} wrong. Nothing was changed;
        put it right and import again.
      </p>
      <ol className="max-h-[46vh] overflow-y-auto pt-2 text-[14px]" tabIndex={0} aria-label="What is wrong">
        {problems.slice(0, MOST_SHOWN).map((problem, i) => (
          <li key={i} className="border-b border-hairline py-1.5">
            <span className="text-ink2">
              {[problem.file, problem.line && `line ${problem.line}`, problem.column]
                .filter(Boolean)
                .join(' · ')}
            </span>
            <span className="block break-words" dir="auto">
              {problem.message}
            </span>
          </li>
        ))}
      </ol>
      {problems.length > MOST_SHOWN && (
        <p className="label-text pt-1">and {problems.length - MOST_SHOWN} more</p>
      )}
    </div>
  );
}
