// Waxwing's built server as a process of its own, to be treated badly. Everything stays on this machine.
import { spawn } from 'node:child_process';
import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';

export const ROOT = join(import.meta.dirname, '..');
/** Three weeks of the Net Loft; `npm run attack` makes it. */
export const TEMPLATE = join(ROOT, '.cache', 'attack', 'template.sqlite');
export const OWNER = { login: 'maren', password: 'net-loft-quay' };

export function check(isSo, what) {
  if (!isSo) throw new Error(what);
}

export class Server {
  /** `folder` has to exist; without one a new one is made, and removed in the end. */
  constructor(folder) {
    this.folder = folder ?? mkdtempSync(join(tmpdir(), 'waxwing-attack-'));
    this.isOurs = folder === undefined;
    this.file = join(this.folder, 'studio.sqlite');
    if (!existsSync(this.file)) copyFileSync(TEMPLATE, this.file);
  }

  /** Answers when it listens; throws what it said instead. */
  start(env = {}) {
    this.output = '';
    this.process = spawn(process.execPath, ['apps/server/dist/main.js'], {
      cwd: ROOT,
      env: { ...process.env, WAXWING_DATA: this.file, WAXWING_PORT: '0', WAXWING_BACKUP: 'never', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const running = this.process;
    this.ended = new Promise((resolve) => running.once('exit', (code, signal) => resolve({ code, signal })));
    return new Promise((resolve, reject) => {
      const hear = (chunk) => {
        this.output += chunk;
        const address = /listens on (http:\S+)/.exec(this.output);
        if (address) {
          this.address = address[1].replace(/,$/, '');
          resolve(this);
        }
      };
      running.stdout.on('data', hear);
      running.stderr.on('data', hear);
      void this.ended.then(() => reject(new Error(this.output.trim())));
    });
  }

  async stop(signal = 'SIGTERM') {
    this.process.kill(signal);
    return this.ended;
  }

  async remove() {
    if (this.process?.exitCode === null) await this.stop('SIGKILL');
    if (this.isOurs) rmSync(this.folder, { recursive: true, force: true });
  }

  /** Never throws for a status; a connection that breaks is `null`. */
  async ask(method, path, { body, raw, cookie, headers = {}, seconds = 30 } = {}) {
    try {
      const response = await fetch(`${this.address}${path}`, {
        method,
        signal: AbortSignal.timeout(seconds * 1000),
        headers: {
          ...(cookie && { cookie }),
          ...((body !== undefined || raw !== undefined) && { 'content-type': 'application/json' }),
          ...headers,
        },
        ...((body !== undefined || raw !== undefined) && { body: raw ?? JSON.stringify(body) }),
      });
      // A stream has no end: that it began is its answer.
      const isStream = response.headers.get('content-type')?.startsWith('text/event-stream') ?? false;
      if (isStream) await response.body.cancel();
      const text = isStream ? '' : await response.text();
      return { status: response.status, text, headers: response.headers, json: () => JSON.parse(text) };
    } catch (error) {
      if (error.name === 'TimeoutError') throw new Error(`${method} ${path} hung for ${seconds} s`, { cause: error });
      return null;
    }
  }

  async signIn({ login, password } = OWNER) {
    const answer = await this.ask('POST', '/api/sign-in', { body: { login, password } });
    check(answer?.status === 200, `sign-in: ${answer?.status} ${answer?.text}`);
    return answer.headers.get('set-cookie').split(';')[0];
  }

  /** Begins a session with the first client; answers its brief. */
  async begin(cookie) {
    const clients = (await this.ask('GET', '/api/clients', { cookie })).json();
    const client = clients.find(({ name }) => name.startsWith('Ilse'));
    const lanes = [{ laneId: v7(), clientId: client.clientId, movements: [{ movementId: 'waxwing:goblet-squat' }] }];
    const body = { sessionId: v7(), localDate: new Date().toISOString().slice(0, 10), zone: 'Etc/UTC', lanes };
    const answer = await this.ask('POST', '/api/sessions', { cookie, body });
    check(answer.status === 201, `start: ${answer.status} ${answer.text}`);
    return answer.json();
  }
}

/** Notes of a device, numbered as a device numbers them. */
export class Device {
  seq = 0;
  replicaId = v7();

  notes(sessionId, count, length = 200) {
    return Array.from({ length: count }, () => {
      this.seq += 1;
      return {
        id: v7(),
        sessionId,
        replicaId: this.replicaId,
        seq: this.seq,
        lamport: this.seq,
        at: new Date().toISOString(),
        actor: 'trainer',
        type: 'note',
        v: 1,
        payload: { text: `note ${this.seq} `.padEnd(length, '.') },
      };
    });
  }
}
