const FADE_S = 0.012;

/** A clip and how much quieter it has to be played so that levels stay true between clips, dB, never above 0. */
export interface PlayedClip {
  id: number;
  url: string;
  gainDb: number;
}

/**
 * Plays clips in a loop at one gain. All of them run from the start, and switching only opens one and closes the other: no gap,
 * and no click.
 */
export class ClipPlayer {
  private readonly context = new AudioContext();
  private readonly master = this.context.createGain();
  private readonly gates = new Map<number, GainNode>();
  private readonly sources: AudioBufferSourceNode[] = [];
  private readonly gains = new Map<number, number>();

  constructor() {
    this.master.connect(this.context.destination);
  }

  /** Loads clips, telling how many are there. */
  async load(clips: readonly PlayedClip[], onLoaded: (count: number) => void): Promise<void> {
    let loaded = 0;
    const buffers: { clip: PlayedClip; buffer: AudioBuffer }[] = [];
    for (const clip of clips) {
      const answer = await fetch(clip.url);
      if (!answer.ok) throw new Error(`A recording could not be loaded (${answer.status}).`);
      buffers.push({ clip, buffer: await this.context.decodeAudioData(await answer.arrayBuffer()) });
      loaded += 1;
      onLoaded(loaded);
    }
    const at = this.context.currentTime + 0.05;
    for (const { clip, buffer } of buffers) {
      const source = new AudioBufferSourceNode(this.context, { buffer, loop: true });
      const gate = new GainNode(this.context, { gain: 0 });
      source.connect(gate).connect(this.master);
      source.start(at);
      this.sources.push(source);
      this.gates.set(clip.id, gate);
      this.gains.set(clip.id, 10 ** (clip.gainDb / 20));
    }
  }

  /** Lets one be heard, or none. */
  async play(id: number | null): Promise<void> {
    await this.context.resume();
    const now = this.context.currentTime;
    for (const [other, gate] of this.gates)
      gate.gain.setTargetAtTime(other === id ? this.gains.get(other)! : 0, now, FADE_S);
  }

  /** A sine of 1 kHz, 20 dB under full scale, for as long as a reviewer holds a meter to the ear. */
  async tone(seconds: number): Promise<void> {
    await this.context.resume();
    const tone = new OscillatorNode(this.context, { frequency: 1000 });
    const gain = new GainNode(this.context, { gain: 0.1 });
    tone.connect(gain).connect(this.master);
    tone.start();
    tone.stop(this.context.currentTime + seconds);
  }

  async close(): Promise<void> {
    for (const source of this.sources) source.stop();
    await this.context.close();
  }
}

/** Under full scale, the level of the tone that `tone` plays, dB. */
export const TONE_UNDER_DB = 20;
