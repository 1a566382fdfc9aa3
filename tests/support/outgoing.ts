import { unzipSync } from 'fflate';

/** Every address under a round-up by which something of it leaves the lab. */
export const OUTGOING = [
  ...['export', 'export?for=publishable', 'line-up/csv', 'plan/ics', 'curves/csv', 'verdict/csv'],
  ...[
    'verdict/report?download',
    'verdict/table?as=md',
    'verdict/table?as=html',
    'verdict/table?as=csv',
    'verdict/table?as=txt',
  ],
  ...[
    'verdict/picture?kind=curves',
    'verdict/picture?kind=bars',
    'verdict/picture?kind=pair',
    'verdict/picture?kind=ways',
    'verdict/picture?kind=beyond',
    'verdict/embed?kind=curves',
    'verdict/embed?kind=table',
  ],
];

/** Every text of an answer: its headers, its body, and the names and bytes of what is packed in it. */
export async function textsOf(answer: Response): Promise<string[]> {
  const bytes = new Uint8Array(await answer.arrayBuffer());
  const decode = (part: Uint8Array) => new TextDecoder().decode(part).replace(/base64,[\w+/=]+/g, '');
  const isZip = answer.headers.get('content-type') === 'application/zip';
  const inside = isZip
    ? Object.entries(unzipSync(bytes)).flatMap(([path, part]) => [path, decode(part)])
    : [decode(bytes)];
  return [...[...answer.headers].map(([, value]) => value), ...inside];
}

/** A text as a reader would recognise a name in it: no accents, no unseen signs, one case, whatever stands between words one space. */
export const asRecognised = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[\p{M}\p{Cf}]/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ');
