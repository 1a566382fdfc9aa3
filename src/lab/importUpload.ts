import { UnusableInput } from '@/formats/problem';
import { bundleFilesOf } from './checkUpload';
import { importBundle, type ImportResult } from './importBundle';
import { dropUpload } from './uploads';

/** Imports a bundle that was uploaded, and clears the upload away once it is in. */
export async function importUpload(uploadId: string): Promise<ImportResult> {
  try {
    const files = await bundleFilesOf(uploadId);
    if (!files)
      return {
        imported: false,
        problems: [{ file: 'upload', message: 'not there any more: choose it again' }],
      };
    const result = await importBundle(files);
    if (result.imported) await dropUpload(uploadId);
    return result;
  } catch (error) {
    if (error instanceof UnusableInput) return { imported: false, problems: [error.problem] };
    throw error;
  }
}
