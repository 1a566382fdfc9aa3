'use client';

import { useEffect } from 'react';

/** Three falling tones while the guard's word is new; a browser that was never touched stays silent. */
export function useAlarm(sounds: boolean): void {
  useEffect(() => {
    if (!sounds || typeof AudioContext === 'undefined') return;
    const audio = new AudioContext();
    [880, 660, 880, 660, 880, 660].forEach((hertz, i) => {
      const tone = audio.createOscillator();
      const loudness = audio.createGain();
      tone.frequency.value = hertz;
      loudness.gain.value = 0.12;
      tone.connect(loudness).connect(audio.destination);
      tone.start(audio.currentTime + i * 0.35);
      tone.stop(audio.currentTime + i * 0.35 + 0.3);
    });
    return () => void audio.close();
  }, [sounds]);
}
