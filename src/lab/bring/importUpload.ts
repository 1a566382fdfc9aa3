import { noProgress, type Tell } from '@/core/progress';
import { UnusableInput } from '@/formats/problem';
import { withDatabase } from '@/database/pool';
import { earlierResult } from '@/database/sentRequests';
import { bundleFilesOf } from './checkUpload';
import { importBundle, type ImportChoices, type Imported, type ImportResult } from './importBundle';

/** Imports a bundle that was uploaded, and clears the upload away in the same transaction. */
export async function importUpload(
  uploadId: string,
  choices: ImportChoices = {},
  tell: Tell = noProgress,
): Promise<ImportResult> {
  try {
    // The first import took the upload away: a repeated request gets its result.
    const earlier = await withDatabase((db) => earlierResult<Imported>(db));
    if (earlier) return earlier;
    const files = await bundleFilesOf(uploadId, tell);
    if (!files)
      return {
        imported: false,
        problems: [{ file: 'upload', message: 'not there any more: choose it again' }],
      };
    return await importBundle(files, { ...choices, uploadId }, tell);
  } catch (error) {
    if (error instanceof UnusableInput) return { imported: false, problems: [error.problem] };
    throw error;
  }
}
