'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { sendFiles, type PickedFile, type Progress } from '@/ui/upload/sendFiles';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

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

function megabytes(bytes: number): string {
  return (bytes / 2 ** 20).toFixed(bytes < 2 ** 24 ? 1 : 0);
}

/** Takes a bundle (folder or zip) or raw logs, with progress and a way to stop, and leads to the check. */
export function DropZone({ roundUpId }: { roundUpId?: number | undefined }) {
  const router = useRouter();
  const [progress, setProgress] = useState<Progress | null>(null);
  const [failure, setFailure] = useState('');
  const [over, setOver] = useState(false);
  const abort = useRef<AbortController | null>(null);
  const folder = useRef<HTMLInputElement>(null);
  const loose = useRef<HTMLInputElement>(null);

  async function send(picked: PickedFile[]) {
    const kept = picked.filter(({ path }) => !path.split('/').some((part) => part.startsWith('.')));
    if (kept.length === 0) return;
    abort.current = new AbortController();
    setFailure('');
    setProgress({ sentBytes: 0, totalBytes: 1, files: kept.length });
    try {
      const id = await sendFiles(kept, abort.current.signal, setProgress);
      router.push(`/bring/${id}${roundUpId ? `?roundUp=${roundUpId}` : ''}`);
    } catch (error) {
      setProgress(null);
      setFailure(
        (error as Error).name === 'AbortError' ? 'Stopped: nothing was imported.' : (error as Error).message,
      );
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
      .filter((other) => other !== null);
    const found = await Promise.all(entries.map(filesOfEntry));
    void send(found.flat());
  }

  const share = progress ? Math.min(1, progress.sentBytes / Math.max(1, progress.totalBytes)) : 0;
  return (
    <div>
      <div
        className={`rounded-lg border border-dashed px-4 py-6 text-center ${over ? 'border-act bg-raised' : 'border-ink2/60'}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => void drop(event)}
      >
        {progress ? (
          <div role="status">
            <p className="pb-2">
              {share < 1
                ? `Sending ${progress.files} ${progress.files === 1 ? 'file' : 'files'}, ${megabytes(progress.sentBytes)} of ${megabytes(progress.totalBytes)} MB`
                : 'Looking at what came …'}
            </p>
            <progress className="progress progress-primary w-full" value={share} max={1} aria-label="Sent" />
            <Button className="mt-3" onClick={() => abort.current?.abort()}>
              Stop
            </Button>
          </div>
        ) : (
          <>
            <p className="pb-3">Drop a folder, a zip or raw logs here</p>
            <Button onClick={() => folder.current!.click()}>Choose a folder</Button>
            <button
              className="ml-2 cursor-pointer px-2 py-1 text-[14px] underline"
              onClick={() => loose.current!.click()}
            >
              or files
            </button>
          </>
        )}
        <input
          ref={folder}
          type="file"
          className="hidden"
          aria-label="Folder"
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
          aria-label="Files"
          multiple
          onChange={(event) => {
            take(event.target.files);
            event.target.value = '';
          }}
        />
      </div>
      <Fault className="pt-3 text-[14px]">{failure}</Fault>
    </div>
  );
}
