import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { wavBytes } from '../../src/core/sound/recording/wavBytes';
import { seededChance } from '../../src/core/statistics/chance';
import {
  calibratorSound,
  fanSound,
  roomShape,
  simulatedSound,
  SOUND_RATE_HZ,
  type SimulatedSound,
} from '../../src/simulator/fanSound';
import { startApplication, type Application } from '../support/application';
import { seriousFaults } from '../support/axe';

let app: Application;
const folder = mkdtempSync(join(tmpdir(), 'abanico-wav-'));
const FULL_SCALE_DB = 106;

test.beforeAll(async () => {
  app = await startApplication();
});
test.afterAll(async () => {
  await app.stop();
});
function wav(name: string, sound: SimulatedSound, seed = 1): string {
  const path = join(folder, name);
  writeFileSync(path, wavBytes(simulatedSound(sound, seededChance(seed)), SOUND_RATE_HZ));
  return path;
}
const fan = (name: string, rpm: number, levelDba: number, bladePassDb: number) =>
  wav(
    name,
    fanSound(
      { blades: 7, bladePassDb, motorDb: null, ring: null },
      { rpm, levelDba, roomDba: 15, fullScaleDb: FULL_SCALE_DB },
    ),
  );

async function bring(page: Page, file: string, says: RegExp) {
  await page.getByLabel('Recording', { exact: true }).setInputFiles(file);
  await expect(page.getByText(says).first()).toBeVisible();
}

async function bringClip(page: Page, entry: string, setting: string, file: string) {
  await page.getByLabel('It is of').selectOption({ label: 'An entry at a setting' });
  await page.getByLabel('Entry', { exact: true }).selectOption({ label: entry });
  await page.getByLabel('Setting, or “sweep”').fill(setting);
  await bring(page, file, /is kept/);
  await expect(page.locator('tr[data-clip]').filter({ hasText: setting }).first()).toBeVisible();
}

test('recordings are dropped, calibrated, compared, ranked by sone, and put in order by ear', async ({
  page,
}) => {
  await page.goto(app.url);
  await page.getByLabel('Title').fill('Heard');
  await page.getByLabel('Name of the new rig').fill('Boathouse');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/brief/);
  const base = page.url().replace(/\/brief.*/, '');
  await page.goto(`${base}/line-up`);
  for (const name of ['Levante', 'Poniente', 'Terral', 'Mistral']) {
    await page.getByLabel('New product').fill(name);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: `Product: ${name}, edit` })).toBeVisible();
  }
  await page.goto(`${base}/logbook`);
  await page.getByRole('button', { name: /Type a run/ }).click();
  const form = page.getByRole('form', { name: 'Type a run' });
  const levels: Record<string, number> = { Levante: 33, Poniente: 36, Terral: 39, Mistral: 42 };
  for (const [entry, level] of Object.entries(levels)) {
    await form.getByLabel('Entry').selectOption({ label: entry });
    await form.getByLabel('Fans', { exact: true }).fill('100 %');
    await form.getByLabel('Read, dB(A)').fill(String(level));
    await form.getByLabel('Room, dB(A)').fill('15');
    await form.getByLabel('Die, °C').fill('55');
    await form.getByLabel('Room, °C').fill('21');
    await page.keyboard.press('Enter');
    await expect(form.getByLabel('Die, °C')).toHaveValue('');
  }

  await page.goto(`${base}/curves/sound`);
  await expect(
    page.getByText('Record the calibration tone of the session, then the room alone'),
  ).toBeVisible();
  // What is no sound, and no calibrator, is told in words and kept nowhere.
  const mp3 = join(folder, 'song.wav');
  writeFileSync(mp3, Buffer.from('ID3\u0004 and what follows'));
  await bring(page, mp3, /song\.wav: an MP3 by another name/);
  await bring(page, fan('not-a-tone.wav', 900, 40, 20), /not-a-tone\.wav: the calibration tone is at/);
  await bring(page, wav('tone.wav', calibratorSound(94, FULL_SCALE_DB)), /tone\.wav is kept/);
  await expect(page.getByText(/full scale is 106\.0 dB/)).toBeVisible();
  await page.getByLabel('It is of').selectOption({ label: 'The room alone' });
  const room = { fullScaleDb: FULL_SCALE_DB, tones: [], noises: [{ levelDba: 15, shape: roomShape }] };
  await bring(page, wav('room.wav', room, 3), /room\.wav is kept/);
  for (const [i, [entry, level]] of Object.entries(levels).entries())
    await bringClip(
      page,
      entry,
      '100 %',
      fan(`${entry}.wav`, 900 + 100 * i, level, entry === 'Terral' ? -14 : 20),
    );
  await expect(page.getByText('4 of 4 clips give a loudness')).toBeVisible();
  await page.getByRole('button', { name: '100 %, Terral' }).click();
  await expect(page.getByText(/A clear tone at 1\d\d Hz/)).toBeVisible();
  await expect(page.getByRole('img', { name: /Spectrum of Terral/ })).toBeVisible();
  await page.getByLabel('Over it, dashed').selectOption({ label: 'Mistral, 100 %' });
  await expect(page.getByText('Dashed: Mistral, 100 %.')).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  expect(await seriousFaults(page)).toEqual([]);
  await page.emulateMedia({ colorScheme: 'light' });

  // By ear, not knowing which is which
  await page.getByRole('link', { name: 'Listen' }).click();
  await expect(page.getByText('Turn your volume down first.')).toBeVisible();
  await page.getByText('at its fastest setting').click();
  await page.getByRole('button', { name: 'It is down: begin' }).click();
  await expect(page.getByText('A number plays')).toBeVisible();
  await expect(page.getByText('Levante')).toHaveCount(0);
  await page.keyboard.press('2');
  await expect(page.getByRole('button', { name: /Silence/ })).toHaveCount(1);
  await page.keyboard.press('0');
  await expect(page.getByRole('button', { name: /Silence/ })).toHaveCount(0);
  const items = page.getByRole('region', { name: 'Clips' }).getByRole('listitem');
  const second = (await items.nth(1).getAttribute('aria-label'))!;
  await page.getByRole('button', { name: `${second} up` }).click();
  await expect(items.first()).toHaveAccessibleName(second);
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByRole('button', { name: /Save order and reveal names/ }).click();
  await expect(page.getByText(/not knowing which was which/)).toBeVisible();
  await expect(page.getByText(/with loudness, sone: \d of 6 pairs in the same order/)).toBeVisible();

  // Ranked by sone, against speed where there is one, else against noise
  await page.goto(`${base}/curves?what=sone&line=42`);
  await expect(page.getByRole('columnheader', { name: 'sone' })).toBeVisible();
  await expect(page.getByRole('row', { name: /Levante/ })).toContainText(/1\.\d/);
  await page.goto(`${base}/curves?against=sone`);
  await expect(page.getByLabel('Loudness, sone')).toBeVisible();
});
