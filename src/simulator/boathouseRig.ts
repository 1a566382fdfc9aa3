import { defaultSetup, type RigSetup } from '@/core/rig/rigSetup';
import type { RigBook } from '@/core/rig/instrument';
import { BOATHOUSE_RIG } from './boathouse';

const NOW: RigSetup = {
  ...defaultSetup({ enclosure: 'open', meterDistanceCm: 60, limitC: BOATHOUSE_RIG.limitC }),
  meterHeightCm: 98,
  coolerHeightCm: 84,
  probeDistanceCm: 45,
  probeHeightCm: 92,
  roomDepthCm: 420,
  roomHeightCm: 240,
  microphone: 'half-inch, free field',
  processor: '10-core workstation part',
  clockMhz: 4200,
  voltageV: 1.15,
  powerSetting: 'limit lifted to 180 W',
  interfaceMaterial: 'paste from the lab’s tin',
  interfaceHabit: 'a thin film, fresh each mount',
};

/** The boathouse's rig: two revisions, the second since the meter was moved back after an earlier chart. */
export const BOATHOUSE_HISTORY = {
  revision: 2,
  revisions: [
    {
      revision: 1,
      startedAt: '2026-03-02T09:00:00.000Z',
      reason: '',
      setup: { ...NOW, meterDistanceCm: 50, microphone: 'quarter-inch' },
    },
    {
      revision: 2,
      startedAt: '2026-10-05T16:00:00.000Z',
      reason: 'the quarter-inch microphone failed; the new one stands at 60 cm, clear of the table',
      setup: NOW,
    },
  ],
};

export const BOATHOUSE_BOOK: RigBook = {
  instruments: [
    {
      name: 'Hall meter',
      kind: 'sound meter',
      range: '18 to 110 dB(A)',
      resolution: '0.1 dB',
      grade: 'class 2',
      calibratedOn: '2026-09-14',
      dueOn: '2027-09-14',
    },
    {
      name: '94 dB whistle',
      kind: 'calibrator',
      range: '94 dB at 1 kHz',
      resolution: '',
      grade: 'class 2',
      calibratedOn: '2025-10-01',
      dueOn: '2026-10-01',
    },
    {
      name: 'Window probe',
      kind: 'room probe',
      range: '−20 to 60 °C',
      resolution: '0.06 °C',
      grade: '',
      calibratedOn: '2026-02-10',
      dueOn: '2028-02-10',
    },
    {
      name: 'Feed meter',
      kind: 'power meter',
      range: '0 to 2500 W',
      resolution: '0.1 W',
      grade: '1 %',
      calibratedOn: '',
      dueOn: '',
    },
  ],
  checks: [
    { on: '2026-11-20', at: '17:30', kind: 'calibrator', reading: 94.1, note: '' },
    { on: '2026-11-20', kind: 'cold start', reading: 0.2, note: '' },
    { on: '2026-11-20', kind: 'second probe', reading: 0.1, note: 'beside the lent one' },
    { on: '2026-10-19', at: '18:10', kind: 'calibrator', reading: 94.0, note: 'with a new battery' },
    { on: '2026-10-19', at: '17:50', kind: 'calibrator', reading: 95.3, note: 'the battery was low' },
    { on: '2026-10-17', at: '23:30', kind: 'calibrator', reading: 94.0, note: 'after the last evening' },
    { on: '2026-10-12', at: '17:00', kind: 'calibrator', reading: 93.9, note: '' },
  ],
};
