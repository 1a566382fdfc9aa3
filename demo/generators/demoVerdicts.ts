import { newPart, OWN_WHAT, type Verdict, type VerdictPart } from '@/core/verdict/verdictSheet';

const part = (
  kind: VerdictPart['kind'],
  title: string,
  body: string,
  what: Partial<VerdictPart['what']> = {},
) => ({
  ...newPart(kind),
  ...{ title, body, what: { ...OWN_WHAT, ...what } },
});

/** The verdict on the eight coolers: what the music school is told, with three awards and one refused. */
export function towersVerdict(): Verdict {
  return {
    summary:
      'A practice room is quiet, or it is no practice room. At 33 dB(A) **Jaloque 360** keeps the processor at {{rise jaloque-360}} over the room; behind it Tramontana, Galerna Twin and Cierzo 240 are a tie. At 28 dB(A), where the school wants to be, Jaloque’s pump is too loud, and Tramontana leads with {{rise tramontana @ 28}}.',
    parts: [
      part('ranking', 'At the line', 'All at equal noise, read off their curves.'),
      part(
        'curves',
        'Where they cross',
        'Tramontana is the quiet one: up to 32 dB(A) it is ahead of Cierzo 240, from 38 dB(A) on Cierzo is; between them the two tie.',
      ),
      part('bars', 'At 28 dB(A)', 'What is left where nobody may hear it.', { at: 28 }),
      part('awards', 'Awards', ''),
      part('entries', 'One by one', ''),
      part(
        'text',
        'What was not measured',
        'How long pumps last, whether hoses leak, and what any of them does in a closed case. The school’s workstations stand open under a desk.',
      ),
    ],
    entries: [
      {
        entry: 'tramontana',
        pros: ['Quietest of those that hold 170 W', 'Goes on with one hand'],
        cons: ['168 mm: not under every desk'],
        note: 'At 28 dB(A) it stands at {{rise tramontana @ 28}}, {{place tramontana @ 28}}.',
        photos: [],
      },
      {
        entry: 'terral-slim',
        pros: ['47 mm high'],
        cons: ['Does not hold 170 W'],
        note: 'At 90 W it does: {{rise terral-slim @ 33, 90 W}}. For the school’s smaller machines it is the one that fits.',
        photos: [],
      },
    ],
    awards: [
      { kind: 'cool', name: 'Coolest', entry: 'jaloque-360', reason: '' },
      {
        kind: 'quiet',
        name: 'Best where it must be quiet',
        entry: 'tramontana',
        reason: 'quiet at its slowest, and it goes on with one hand',
      },
      {
        kind: 'own',
        name: 'For the practice rooms',
        entry: 'lebeche-120',
        reason: 'it costs half of the others, and nobody at the piano hears the difference',
      },
    ],
  };
}

/** A draft on the fans of the Lebeche. */
export function fansDraft(): Verdict {
  return {
    summary:
      'Half of the mounts are measured: {{rise brisa-120}} with Brisa 120 against {{rise lebeche-own}} with its own.',
    parts: [part('ranking', 'So far', ''), part('curves', 'Curves so far', '')],
    entries: [],
    awards: [],
  };
}

/** A draft on where the fans go. */
export function layoutsDraft(): Verdict {
  return {
    summary:
      'One layout is best for the card and worst for the processor: whoever plays music wants neither.',
    parts: [
      part('ranking', 'For the processor', ''),
      part('ranking', 'For the graphics card', '', { response: 'gpu-rise' }),
      part('bars', 'The card, as bars', '', { response: 'gpu-rise' }),
    ],
    entries: [],
    awards: [],
  };
}
