export interface PickedFile {
  path: string;
  file: File;
}

export interface Progress {
  sentBytes: number;
  totalBytes: number;
  files: number;
}

const AT_ONCE = 4;

function put(url: string, file: File, signal: AbortSignal, onSent: (bytes: number) => void): Promise<void> {
  // XMLHttpRequest, because fetch does not tell how much has been sent.
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open('PUT', url);
    request.upload.onprogress = (event) => onSent(event.loaded);
    request.onload = () => {
      if (request.status < 300) return resolve();
      let message = `The upload failed (${request.status}).`;
      try {
        message = (JSON.parse(request.responseText) as { message?: string }).message ?? message;
      } catch {
        // Not our answer; the status must do.
      }
      return reject(new Error(message));
    };
    request.onerror = () =>
      reject(new Error('The application does not answer. Nothing was imported; try again.'));
    request.onabort = () => reject(new DOMException('cancelled', 'AbortError'));
    signal.addEventListener('abort', () => request.abort());
    request.send(file);
  });
}

/** Sends files to a new upload and gives its id; on cancel the upload is dropped and nothing is left of it. */
export async function sendFiles(
  picked: readonly PickedFile[],
  signal: AbortSignal,
  onProgress: (progress: Progress) => void,
): Promise<string> {
  const begun = await fetch('/api/uploads', { method: 'POST' }).catch(() => null);
  if (!begun?.ok) {
    const told = (await begun?.json().catch(() => null)) as { message?: string } | null;
    throw new Error(told?.message ?? 'The application does not answer. Nothing was imported; try again.');
  }
  const { id } = (await begun.json()) as { id: string };
  const sent = picked.map(() => 0);
  const totalBytes = picked.reduce((sum, { file }) => sum + file.size, 0);
  const tell = () =>
    onProgress({ sentBytes: sent.reduce((a, b) => a + b, 0), totalBytes, files: picked.length });
  let next = 0;
  const worker = async () => {
    while (next < picked.length) {
      const at = next;
      next += 1;
      const { path, file } = picked[at]!;
      // An empty file has no body to send, and says nothing that a missing one would not.
      if (file.size === 0) continue;
      await put(`/api/stream/${id}?path=${encodeURIComponent(path)}`, file, signal, (bytes) => {
        sent[at] = bytes;
        tell();
      });
    }
  };
  try {
    await Promise.all(Array.from({ length: AT_ONCE }, worker));
  } catch (error) {
    void fetch(`/api/uploads/${id}`, { method: 'DELETE' }).catch(() => undefined);
    throw error;
  }
  return id;
}
