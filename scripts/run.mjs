#!/usr/bin/env node
// The two commands of a fresh machine, and the start of a real studio. Built-ins only: it runs before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const cache = join(root, '.cache');
const CHROMIUM = process.env.WAXWING_CHROMIUM ?? '/usr/bin/chromium';
const [, , command] = process.argv;

function say(text) {
  console.log(`\n— ${text}`);
}

function stop(text) {
  console.error(`\n${text}`);
  process.exit(1);
}

/** Runs a step with its output shown; `capture` also hands it back. */
function run(program, args, { capture = false, env = {} } = {}) {
  const result = spawnSync(program, args, {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: capture ? ['inherit', 'pipe', 'pipe'] : 'inherit',
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  });
  if (capture) {
    process.stdout.write(result.stdout ?? '');
    process.stderr.write(result.stderr ?? '');
  }
  return { ok: result.status === 0, output: `${result.stdout ?? ''}${result.stderr ?? ''}` };
}

function must(program, args, options) {
  const result = run(program, args, options);
  if (!result.ok) stop(`“${program} ${args.join(' ')}” failed.`);
  return result;
}

const local = (name) => join(root, 'node_modules', '.bin', name);

/** Installs what the lock file says, unless that was done for this very lock file. */
function install() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const mark = join(root, 'node_modules', '.waxwing-lock');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  say('Installing packages (a few minutes the first time: the database driver may have to be compiled)');
  must('npm', ['ci', '--no-audit', '--no-fund']);
  writeFileSync(mark, lock);
}

function build() {
  say('Building');
  must(local('tsc'), ['-b', 'packages/core', 'apps/server', 'demo']);
  must('npm', ['run', '--silent', 'build', '-w', 'apps/web']);
}

function portIsFree(port, host) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
}

/** The server in this process's place: signals reach it, and its exit is ours. */
function serve(env) {
  const server = spawn(process.execPath, ['apps/server/dist/main.js'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.on('exit', (code) => process.exit(code ?? 0));
}

async function demo() {
  const host = process.env.WAXWING_HOST ?? '127.0.0.1';
  const port = process.env.WAXWING_PORT ?? '4680';
  if (!(await portIsFree(Number(port), host))) stop(`Port ${port} is taken. Choose another: WAXWING_PORT=4681 npm run demo`);
  install();
  build();
  say('Making the Net Loft (ten weeks of sessions, dates up to yesterday; about half a minute)');
  mkdirSync(join(root, '.data'), { recursive: true });
  must(process.execPath, ['demo/dist/make.js', '.data/demo.sqlite', 'library']);
  say(`Waxwing is at http://${host}:${port}\n  sign in as   maren\n  password     net-loft-quay\n  (Ctrl+C stops it)`);
  serve({
    WAXWING_DATA: '.data/demo.sqlite',
    WAXWING_BACKUP: 'never',
    WAXWING_WEB: join(root, 'apps/web/dist'),
    WAXWING_HOST: host,
    WAXWING_PORT: port,
  });
}

function start() {
  install();
  build();
  const file = process.env.WAXWING_DATA ?? '.data/studio.sqlite';
  if (/demo\.sqlite$/.test(file)) stop('That is the demo’s database, which is made anew each time. Choose another file.');
  serve({ WAXWING_DATA: file, WAXWING_WEB: join(root, 'apps/web/dist') });
}

function setup() {
  install();
  build();
  must(process.execPath, ['apps/server/dist/setup.js', ...process.argv.slice(3)]);
}

function chromium() {
  if (existsSync(CHROMIUM)) return;
  say('Installing Chromium from Debian’s packages');
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const apt = (...args) => {
    const [program, ...rest] = [...sudo, 'apt-get', ...args];
    return run(program, rest, { env: { DEBIAN_FRONTEND: 'noninteractive' } }).ok;
  };
  if (!(apt('update') && apt('install', '-y', '--no-install-recommends', 'chromium')) || !existsSync(CHROMIUM)) {
    stop('The browser tests need Chromium. Run: sudo apt-get install chromium — or name one: WAXWING_CHROMIUM=/path npm test');
  }
}

/** Every check, all of them also when one fails; ends with one line over all runners. */
function test() {
  install();
  chromium();
  let passed = 0;
  let failed = 0;
  const count = (ok) => {
    if (ok) passed += 1;
    else failed += 1;
  };
  const check = (name, program, args) => {
    say(name);
    count(run(program, args).ok);
  };

  check('Types', local('tsc'), ['-b']);
  check('Lint', local('eslint'), ['.', '--max-warnings', '0']);
  check('Format', local('prettier'), ['--check', '--log-level', 'warn', '.']);
  check('Nothing unused', local('knip'), ['--no-progress']);

  say('Jest: core, the server over HTTP on a real SQLite file, the device store');
  const jest = run(process.execPath, ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js'], {
    capture: true,
  });
  const jestLine = /^Tests:\s+(?:(\d+) failed, )?(?:\d+ skipped, )?(?:(\d+) passed, )?/m.exec(jest.output);
  passed += Number(jestLine?.[2] ?? 0);
  failed += Number(jestLine?.[1] ?? 0);
  // A runner that broke down without counting a failure has failed all the same.
  if (!jest.ok && !jestLine?.[1]) failed += 1;

  say('Build');
  const built =
    run(local('tsc'), ['-b', 'packages/core', 'apps/server', 'demo']).ok &&
    run('npm', ['run', '--silent', 'build', '-w', 'apps/web']).ok;
  count(built);
  check('The starter library', process.execPath, ['scripts/libraryCheck.mjs']);

  if (built) {
    say('Playwright: the built app in Chromium');
    mkdirSync(cache, { recursive: true });
    const e2e = run(local('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], {
      capture: true,
      env: { WAXWING_CHROMIUM: CHROMIUM },
    });
    const e2ePassed = Number(/^\s+(\d+) passed/m.exec(e2e.output)?.[1] ?? 0);
    const e2eFailed = Number(/^\s+(\d+) failed/m.exec(e2e.output)?.[1] ?? 0);
    passed += e2ePassed;
    failed += e2eFailed;
    if (!e2e.ok && e2eFailed === 0) failed += 1;
  }
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
}

const commands = { demo, test, start, setup };
if (!commands[command]) stop(`Say what to run: ${Object.keys(commands).join(', ')}`);
await commands[command]();
