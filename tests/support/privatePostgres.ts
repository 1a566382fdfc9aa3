import { execFile, execFileSync } from 'node:child_process';
import { promisify } from 'node:util';

const PRELUDE = 'set -euo pipefail; source scripts/install.sh; source scripts/postgres.sh;';

/** A PostgreSQL of one test's own, by the same script that `./abanico start` uses; it can be stopped and started. */
export class PrivatePostgres {
  readonly url: string;

  constructor(
    private readonly name: string,
    /** Data folder; the one of the tests where none is named. */
    private readonly folder?: string,
  ) {
    this.url = this.start();
  }

  /** Said outright: in Jest what a test sets of its environment does not reach a child. */
  private get env(): NodeJS.ProcessEnv {
    return { ...process.env, ...(this.folder ? { ABANICO_DATA: this.folder } : {}) };
  }

  private bash(body: string): string {
    return execFileSync('bash', ['-c', `${PRELUDE} ${body}`], { encoding: 'utf8', env: this.env }).trim();
  }

  /** The same without holding up what else runs in this process. */
  async halt(): Promise<void> {
    await promisify(execFile)('bash', ['-c', `${PRELUDE} place_cluster ${this.name}; stop_postgres`], {
      env: this.env,
    });
  }

  async resume(): Promise<void> {
    const body = `private_postgres ${this.name} "-c fsync=off"`;
    await promisify(execFile)('bash', ['-c', `${PRELUDE} ${body}`], { env: this.env });
  }

  start(): string {
    return this.bash(`private_postgres ${this.name} "-c fsync=off"; echo "$DATABASE_URL"`);
  }

  stop(): void {
    this.bash(`place_cluster ${this.name}; stop_postgres`);
  }
}
