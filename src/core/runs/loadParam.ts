import type { Load } from './load';

/** A load as it stands in an address: "170", "90+200" with a graphics load, "140~render" for a program. */
export function loadParam({ loadW, gpuLoadW, loadName }: Load): string {
  return `${loadW}${gpuLoadW > 0 ? `+${gpuLoadW}` : ''}${loadName ? `~${loadName}` : ''}`;
}
