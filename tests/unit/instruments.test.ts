import { benchAddresses } from '@/instruments/benchAddresses';
import { BenchInstruments } from '@/instruments/benchInstruments';
import { serveScpi, type ScpiHandler } from '@/simulator/scpiServer';
import { settingKind } from '@/core/bench/settingDuty';
import { levelShares } from '@/core/levels/levelShare';
import { median } from '@/core/statistics/median';
import { coolerOf, startInstruments } from '@/simulator/instruments';
import type { AddressInfo } from 'node:net';

test('the simulated rig answers as a bench asks, obeys within its bounds, and keeps what it cannot do as an error', async () => {
  const { addresses, rig, close } = await startInstruments({ seed: 1, speed: 120 });
  const bench = new BenchInstruments(benchAddresses(JSON.stringify(addresses)));
  await bench.meet();
  expect(bench.states.map((state) => state.name)).toEqual([
    'processor load',
    'power meter',
    'room probe',
    'fan controller',
    'sound meter',
    'graphics card load',
    'anemometer',
    'manometer',
    'microphone',
  ]);
  expect(
    bench.states.every((state) => state.identity.startsWith('Abanico,simulated') && state.fault === ''),
  ).toBe(true);
  expect(await bench.speed()).toBe(120);
  await bench.set({ loadW: 90, gpuLoadW: 200, dutyPct: 50 });
  await new Promise((resolve) => setTimeout(resolve, 700));
  const sample = await bench.sample(() => 1);
  expect(rig).toMatchObject({ loadW: 90, gpuLoadW: 200, dutyPct: 50 });
  expect(await bench.loadW()).toBe(90);
  expect(sample.dieC).toBeGreaterThan(sample.roomC);
  // The card soaks within minutes; a minute and a half are over.
  expect(sample.more!.gpu_c).toBeGreaterThan(sample.roomC + 8);
  expect(sample.more!.fan2_rpm).toBeGreaterThan(300);
  // Probes that lie on the table read nothing; held, they read what blows there.
  expect(sample.more!.airspeed_m_s).toBeLessThan(0.1);
  await bench.held('15 cm');
  expect((await bench.sample(() => 2)).more!.airspeed_m_s).toBeGreaterThan(0.4);
  await bench.held('closed chamber');
  expect((await bench.sample(() => 3)).more!.pressure_pa).toBeGreaterThan(2);
  await bench.set({ loadW: 5000, gpuLoadW: 0, dutyPct: 130 });
  expect(await bench.loadW()).toBe(90);
  bench.close();
  await close();
});

test('a fan and the pump are set apart, read apart, and go with the others again at the next setting', async () => {
  const { addresses, rig, close } = await startInstruments({ seed: 1, speed: 120 });
  const bench = new BenchInstruments(benchAddresses(JSON.stringify(addresses)));
  await bench.meet();
  rig.mount(coolerOf('jaloque-360'), 1);
  const read = async (setting: string) => {
    const kind = settingKind(setting);
    if (kind.kind !== 'duty') throw new Error(setting);
    await bench.set({ loadW: 0, gpuLoadW: 0, ...kind });
    await new Promise((resolve) => setTimeout(resolve, 400));
    const levels: number[] = [];
    for (let i = 0; i < 12; i += 1) levels.push((await bench.sample(() => i)).levelDb);
    return { sample: await bench.sample(() => 99), levelDb: median(levels) };
  };
  const all = await read('100 %');
  const apart = await read('100 %, fan 2 40 %, pump 50 %');
  expect(apart.sample.more!.fan2_rpm).toBeLessThan(0.5 * apart.sample.fanRpm);
  expect(apart.sample.more!.pump_rpm).toBeLessThan(0.6 * all.sample.more!.pump_rpm!);
  expect(apart.levelDb).toBeLessThan(all.levelDb - 1);
  const stopped = await read('stopped without pump');
  expect(stopped.sample).toMatchObject({ fanRpm: 0, more: { fan2_rpm: 0, pump_rpm: 0 } });
  // Half of two like fans is 3 dB under both: that is the share of each.
  const one = await read('100 % without fan 2');
  const [share] = levelShares([
    { setting: '100 %', levelDb: all.levelDb },
    { setting: '100 % without fan 2', levelDb: one.levelDb },
  ]);
  expect(share!.share.levelDb).toBeCloseTo(all.levelDb - 3, 0);
  const again = await read('100 %');
  expect(again.sample.more!.fan2_rpm).toBeGreaterThan(0.95 * again.sample.fanRpm);
  expect(again.sample.more!.pump_rpm).toBeGreaterThan(0.95 * all.sample.more!.pump_rpm!);
  bench.close();
  await close();
});

test('nonsense, a late answer, another unit, an instrument that is away: each told by its name, the rest goes on', async () => {
  const handlers: Record<string, Record<string, ScpiHandler>> = {
    load: { 'MEAS:TEMP?': () => '51.2,CEL' },
    room: { 'MEAS:TEMP?': () => '70.3,FAR' },
    power: { 'MEAS:POW?': () => 'ERR ***' },
    fans: { 'MEAS:SPE?': () => '1200,RPM' },
    meter: { 'MEAS:LEV?': () => undefined },
  };
  const servers = Object.entries(handlers).map(([name, other]) => [name, serveScpi(name, other)] as const);
  const addresses: Record<string, { host: string; port: number }> = {};
  for (const [name, server] of servers) {
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    addresses[name] = { host: '127.0.0.1', port: (server.address() as AddressInfo).port };
  }
  const bench = new BenchInstruments(benchAddresses(JSON.stringify(addresses)), 200);
  const sample = await bench.sample(() => 1);
  expect(sample).toMatchObject({ dieC: 51.2, fanRpm: 1200, roomC: NaN, powerW: NaN, levelDb: NaN });
  expect(bench.faultOf('room')).toMatchObject({
    kind: 'unit',
    message: 'room probe: reads in FAR, CEL was expected',
  });
  expect(bench.faultOf('power')!.message).toContain('answers “ERR ***” to MEAS:POW?, a number was expected');
  expect(bench.faultOf('meter')).toMatchObject({ kind: 'late' });
  expect(bench.faultOf('load')).toBeNull();
  servers.find(([name]) => name === 'load')![1].close();
  await bench.sample(() => 2);
  expect(bench.faultOf('load')).toMatchObject({ kind: 'away' });
  bench.close();
  for (const [, server] of servers) server.close();
});

test('addresses that cannot be: one missing, two alike, no JSON', () => {
  const at = (port: number) => ({ host: '127.0.0.1', port });
  const all = { load: at(1), power: at(2), room: at(3), fans: at(4), meter: at(5) };
  expect(benchAddresses(JSON.stringify(all)).graphics).toBeUndefined();
  expect(() => benchAddresses(JSON.stringify({ ...all, meter: at(2) }))).toThrow(
    'meter and power share one address, 127.0.0.1:2',
  );
  expect(() => benchAddresses(JSON.stringify({ ...all, room: undefined }))).toThrow('room');
  expect(() => benchAddresses('{')).toThrow('not JSON');
});
