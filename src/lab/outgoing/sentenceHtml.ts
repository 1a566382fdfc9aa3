import { escaped } from '@/formats/picture/pictureTheme';

/** A page of one sentence as HTML, with no way to anywhere. */
export function sentenceHtml(sentence: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Abanico</title><style>html{background:#F5F0E6;color:#231D18;font:18px/1.5 Archivo,Arial,sans-serif}body{max-width:34rem;margin:20vh auto;padding:0 1.2rem}</style></head><body><p>${escaped(sentence)}</p></body></html>`;
}
