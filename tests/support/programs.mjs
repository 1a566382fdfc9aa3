import { execFileSync } from 'node:child_process';

/** Before any test: what the tests run is built, where its sources are others than at the last time. */
export default function programs() {
  execFileSync('bash', ['-c', 'source scripts/install.sh; source scripts/build.sh; need_programs'], {
    stdio: 'inherit',
  });
}
