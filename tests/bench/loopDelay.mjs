// Loaded before the web server: tells by the file it is given how long its loop was held at most since it was last asked.
import { writeFileSync } from 'node:fs';
import { monitorEventLoopDelay } from 'node:perf_hooks';

const delay = monitorEventLoopDelay({ resolution: 5 });
delay.enable();
process.on('SIGUSR2', () => {
  writeFileSync(
    process.env.ABANICO_LOOP_FILE,
    JSON.stringify({ pid: process.pid, longestMs: delay.max / 1e6 }),
  );
  delay.reset();
});
