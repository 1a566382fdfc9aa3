import type { Leaving } from '@/core/lineUp/underCover';
import { isBarePicture } from '@/formats/picture/barePicture';
import { UnusableInput } from '@/formats/problem';
import { bareWav } from '@/formats/wav/bareWav';
import { cleanPhoto } from '../publish/photos';
import { Refused } from '../refusal';

/** A recording as it leaves the lab: its format and its samples alone. The lab's own copy keeps what its recorder wrote. */
export async function leavingWav(path: string, bytes: Uint8Array, leaving: Leaving): Promise<Uint8Array> {
  if (leaving === 'private') return bytes;
  try {
    return await bareWav(path, bytes);
  } catch (error) {
    // Kept by an older version, which looked less closely.
    if (error instanceof UnusableInput) throw new Refused(`${path}: ${error.problem.message}`);
    throw error;
  }
}

/** A photograph as it leaves the lab: one that an older version kept as it came is written anew; null for what is none. */
export async function leavingPhoto(bytes: Uint8Array): Promise<Uint8Array | null> {
  if (isBarePicture(bytes)) return bytes;
  try {
    return (await cleanPhoto(bytes)).bytes;
  } catch (error) {
    if (error instanceof Refused) return null;
    throw error;
  }
}
