import { fileWords } from '@/app/answers/fileWords';
import { idFrom } from '@/app/ids';
import { readPhoto } from '@/lab/publish/photos';

const TYPES: Record<string, string> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

export async function GET(request: Request, { params }: { params: Promise<{ id: string; photo: string }> }) {
  return fileWords(request, async () => {
    const { id, photo } = await params;
    const type = /^[0-9a-f]{16}\.\w+$/.test(photo) ? TYPES[photo.split('.').pop()!] : undefined;
    const bytes = type ? await readPhoto(idFrom(id), photo) : null;
    if (!bytes || !type) return new Response('no such photograph', { status: 404 });
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': type, 'cache-control': 'private, max-age=86400' },
    });
  });
}
