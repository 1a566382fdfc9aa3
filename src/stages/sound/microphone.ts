import { pageNow } from '@/ui/pageClock';
import { wavBytes } from '@/core/sound/recording/wavBytes';

const BUFFER = 4096;

/** The desk's own microphone while it records: its level as it goes, and the WAV at its end. */
export interface OpenMicrophone {
  stop: () => Promise<{ wav: Uint8Array; startedAt: Date; seconds: number }>;
}

/**
 * Records the microphone of the desk, without what browsers do to a voice: no gain that moves, no noise taken off, no echo.
 * @throws Error in words where it may not, or there is none
 */
export async function openMicrophone(
  onLevel: (peak: number, seconds: number) => void,
): Promise<OpenMicrophone> {
  const stream = await navigator.mediaDevices
    .getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
    })
    .catch((error: DOMException) => {
      throw new Error(
        error.name === 'NotAllowedError'
          ? 'The browser does not let this page hear the microphone: allow it in the address bar.'
          : 'There is no microphone that this browser can hear.',
      );
    });
  const context = new AudioContext();
  const source = context.createMediaStreamSource(stream);
  // An audio worklet would need a script of its own, which the page's policy does not load.
  const taker = context.createScriptProcessor(BUFFER, 1, 1);
  const blocks: Float32Array[] = [];
  const startedAt = pageNow();
  taker.onaudioprocess = ({ inputBuffer }) => {
    const block = inputBuffer.getChannelData(0).slice();
    blocks.push(block);
    let peak = 0;
    for (const value of block) peak = Math.max(peak, Math.abs(value));
    onLevel(peak, (blocks.length * BUFFER) / context.sampleRate);
  };
  source.connect(taker);
  taker.connect(context.destination);
  return {
    async stop() {
      taker.disconnect();
      source.disconnect();
      for (const track of stream.getTracks()) track.stop();
      const rate = context.sampleRate;
      await context.close();
      const samples = new Float32Array(blocks.length * BUFFER);
      blocks.forEach((block, i) => samples.set(block, i * BUFFER));
      return { wav: wavBytes(samples, rate), startedAt, seconds: samples.length / rate };
    },
  };
}
