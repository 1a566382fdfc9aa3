import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { wavBytes } from '@/core/sound/recording/wavBytes';
import { isBarePicture } from '@/formats/picture/barePicture';
import { bareWav } from '@/formats/wav/bareWav';
import { cleanPhoto } from '@/lab/publish/photos';

const SECRET = 'Solano, lent by Norte';
const picture = (format: 'jpeg' | 'png' | 'webp') =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: '#a62b1f' } }).toFormat(format);
const bytesOf = (...parts: (string | Uint8Array | number[])[]) =>
  new Uint8Array(Buffer.concat(parts.map((part) => Buffer.from(part as string))));
const big = (value: number) => [value >>> 24, (value >>> 16) & 255, (value >>> 8) & 255, value & 255];

/** A PNG with a part behind its head; its sum is not looked at by those who skip it. */
function pngWith(png: Uint8Array, kind: string, body: Uint8Array): Uint8Array {
  return bytesOf(png.subarray(0, 33), big(body.length), kind, body, big(0), png.subarray(33));
}
const jpegWith = (jpeg: Uint8Array, marker: number, body: Uint8Array) =>
  bytesOf(
    jpeg.subarray(0, 2),
    [0xff, marker, (body.length + 2) >> 8, (body.length + 2) & 255],
    body,
    jpeg.subarray(2),
  );
function webpWith(webp: Uint8Array, kind: string, body: Uint8Array): Uint8Array {
  const made = Buffer.from(bytesOf(webp, kind, [body.length, 0, 0, 0], body));
  made.writeUInt32LE(made.length - 8, 4);
  return new Uint8Array(made);
}

const even = bytesOf(`${SECRET} `);
const CARRIERS: [string, () => Promise<Uint8Array>][] = [
  [
    'a text of a PNG',
    async () => pngWith(await picture('png').toBuffer(), 'tEXt', bytesOf(`Author\0${SECRET}`)),
  ],
  [
    'a packed text of a PNG',
    async () => pngWith(await picture('png').toBuffer(), 'zTXt', bytesOf('Author\0\0', deflateSync(SECRET))),
  ],
  ['an Exif part of a PNG', async () => pngWith(await picture('png').toBuffer(), 'eXIf', bytesOf(SECRET))],
  ['a private part of a PNG', async () => pngWith(await picture('png').toBuffer(), 'prVt', bytesOf(SECRET))],
  ['what stands behind a PNG', async () => bytesOf(await picture('png').toBuffer(), SECRET)],
  ['a comment of a JPEG', async () => jpegWith(await picture('jpeg').toBuffer(), 0xfe, bytesOf(SECRET))],
  [
    'a maker’s segment of a JPEG',
    async () => jpegWith(await picture('jpeg').toBuffer(), 0xe9, bytesOf(SECRET)),
  ],
  [
    'a press segment of a JPEG',
    async () => jpegWith(await picture('jpeg').toBuffer(), 0xed, bytesOf(SECRET)),
  ],
  ['what stands behind a JPEG', async () => bytesOf(await picture('jpeg').toBuffer(), SECRET)],
  [
    'Exif',
    async () =>
      new Uint8Array(
        await picture('jpeg')
          .withExif({ IFD0: { Artist: SECRET } })
          .toBuffer(),
      ),
  ],
  ['a colour profile', async () => new Uint8Array(await picture('jpeg').withIccProfile('p3').toBuffer())],
  ['a strange part of a WebP', async () => webpWith(await picture('webp').toBuffer(), 'XTRA', even)],
  ['an Exif part of a WebP', async () => webpWith(await picture('webp').toBuffer(), 'EXIF', even)],
];

test.each(CARRIERS)('%s is seen, and does not leave with the picture', async (_, made) => {
  const bytes = await made();
  expect(isBarePicture(bytes)).toBe(false);
  const clean = (await cleanPhoto(bytes)).bytes;
  expect(isBarePicture(clean)).toBe(true);
  expect(Buffer.from(clean).toString('latin1')).not.toMatch(/Solano|Norte/);
  expect((await cleanPhoto(clean)).bytes).toEqual(clean);
});

test.each(['jpeg', 'png', 'webp'] as const)(
  'a bare %s is known for one, cut anywhere it is none',
  async (format) => {
    const bytes = new Uint8Array(await picture(format).toBuffer());
    expect(isBarePicture(bytes)).toBe(true);
    for (let end = 0; end < bytes.length; end += 7) expect(isBarePicture(bytes.subarray(0, end))).toBe(false);
  },
);

test('a picture is bounded by what it takes decoded and by its longest side, told in words', async () => {
  const deep = await sharp({ create: { width: 7600, height: 7600, channels: 4, background: '#0000' } })
    .toColourspace('rgb16')
    .png({ compressionLevel: 9 })
    .toBuffer();
  await expect(cleanPhoto(new Uint8Array(deep))).rejects.toThrow(
    /7600 × 7600 pixels of 8 bytes: 240 MB decoded/,
  );
  const long = await sharp({ create: { width: 20_000, height: 4, channels: 3, background: '#000' } })
    .png()
    .toBuffer();
  await expect(cleanPhoto(new Uint8Array(long))).rejects.toThrow(/16384 pixels a side/);
});

test('of a WAV its format and its samples are left, whatever stood before, between and behind them', async () => {
  const plain = wavBytes(
    Float64Array.from({ length: 9600 }, (_, i) => Math.sin(i / 9)),
    48_000,
  );
  const list = bytesOf('LIST', [SECRET.length + 12, 0, 0, 0], 'INFOINAM', [SECRET.length, 0, 0, 0], SECRET);
  const odd = SECRET.length % 2 ? [0] : [];
  const dressed = bytesOf(
    plain.subarray(0, 12),
    'bext',
    [4, 0, 0, 0],
    'Sola',
    plain.subarray(12, 36),
    list,
    odd,
    plain.subarray(36),
    'id3 ',
    [6, 0, 0, 0],
    'Solano',
  );
  expect(await bareWav('a.wav', dressed)).toEqual(plain);
  expect(await bareWav('a.wav', plain)).toBe(plain);
});
