#!/usr/bin/env node
// The two commands of a fresh machine, and the start of a real studio. Built-ins only: it runs before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { Buffer } from 'node:buffer';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHROMIUMS } from './browser.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const cache = join(root, '.cache');
const [, , command] = process.argv;

function say(text) {
  console.log(`\n— ${text}`);
}

function stop(text) {
  console.error(`\n${text}`);
  process.exit(1);
}

/** Runs a step with its output shown. Answers whether it went well. */
function run(program, args, { env = {} } = {}) {
  return spawnSync(program, args, { cwd: root, env: { ...process.env, ...env }, stdio: 'inherit' }).status === 0;
}

function must(program, args, options) {
  if (!run(program, args, options)) stop(`“${program} ${args.join(' ')}” failed.`);
}

const local = (name) => join(root, 'node_modules', '.bin', name);
const COMPILER = join(root, 'node_modules/typescript/bin/tsc');
const BUILD_FOR_NODE = [COMPILER, '-b', 'tsconfig.build.json'];

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
  must(process.execPath, BUILD_FOR_NODE);
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

/** The browser for the tests: the faster one is installed where the rights allow, and else what is there does. */
function chromium() {
  const named = process.env.WAXWING_CHROMIUM;
  if (named ? existsSync(named) : existsSync(CHROMIUMS[0])) return;
  if (named) stop(`There is no browser at ${named} (WAXWING_CHROMIUM).`);
  say('Installing Chromium without windows from Debian’s packages');
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const apt = (...args) => {
    const [program, ...rest] = [...sudo, 'apt-get', ...args];
    return run(program, rest, { env: { DEBIAN_FRONTEND: 'noninteractive' } });
  };
  const isInstalled = apt('update') && apt('install', '-y', '--no-install-recommends', 'chromium-headless-shell');
  if (isInstalled || CHROMIUMS.some((path) => existsSync(path))) return;
  stop(
    'The browser tests need Chromium. Run: sudo apt-get install chromium-headless-shell — or name one: WAXWING_CHROMIUM=/path npm test',
  );
}

/** A step of the checks beside others: its output is kept together, and shown when it ends. */
function beside(name, program, args, env = {}) {
  return new Promise((resolve) => {
    const from = performance.now();
    const started = spawn(program, args, { cwd: root, env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] });
    const chunks = [];
    started.stdout.on('data', (chunk) => chunks.push(chunk));
    started.stderr.on('data', (chunk) => chunks.push(chunk));
    started.on('error', (error) => chunks.push(Buffer.from(`${error.message}\n`)));
    started.on('close', (code) => {
      const output = Buffer.concat(chunks).toString();
      say(`${name} (${Math.round((performance.now() - from) / 1000)} s)`);
      process.stdout.write(output);
      resolve({ ok: code === 0, output });
    });
  });
}

/** Every check, all of them also when one fails; ends with one line over all runners. Two at a time, for two cores. */
async function test() {
  install();
  chromium();
  const from = performance.now();
  let passed = 0;
  let failed = 0;
  let atSecondTry = 0;
  const check = async (...step) => {
    const { ok } = await beside(...step);
    if (ok) passed += 1;
    else failed += 1;
    return ok;
  };
  /** A runner's own count; one that broke down without counting a failure has failed all the same. */
  const count = ({ ok, output }, passedLine, failedLine) => {
    const failures = Number(failedLine.exec(output)?.[1] ?? 0);
    passed += Number(passedLine.exec(output)?.[1] ?? 0);
    failed += failures || (ok ? 0 : 1);
  };

  say('Build, types, library and format beside lint and what is unused');
  const built = async () =>
    (await check('Types of what runs in Node, built', process.execPath, BUILD_FOR_NODE)) &&
    (await check('The interface, built', 'npm', ['run', '--silent', 'build', '-w', 'apps/web']));
  const [isBuilt] = await Promise.all([
    (async () => {
      const ok = await built();
      await check('Types of everything', process.execPath, [COMPILER]);
      if (ok) await check('The starter library', process.execPath, ['scripts/libraryCheck.mjs', '--without-poses']);
      await check('Format', local('oxfmt'), ['--check']);
      return ok;
    })(),
    (async () => {
      await check('Lint', local('oxlint'), ['-c', 'oxlint.config.mjs']);
      await check('Nothing unused', local('knip'), ['--no-progress']);
    })(),
  ]);

  if (isBuilt) {
    say('Jest: core, the server over HTTP on a real SQLite file, the device store');
    mkdirSync(join(cache, 'e2e'), { recursive: true });
    // One core has nothing to do while Jest prepares: the browser tests' demo is made meanwhile.
    const [jest] = await Promise.all([
      beside('Jest', process.execPath, ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js']),
      check('The browser tests’ demo', process.execPath, ['demo/dist/make.js', '.cache/e2e/template.sqlite', 'library', '3']),
    ]);
    count(jest, /^Tests:.*?(\d+) passed/m, /^Tests:\s+(\d+) failed/m);
    say('Playwright: the built app in Chromium');
    const made = { WAXWING_E2E_TEMPLATE: 'made' };
    const e2e = await beside('Browser', local('playwright'), ['test', '-c', 'e2e/playwright.config.ts'], made);
    count(e2e, /^\s+(\d+) passed/m, /^\s+(\d+) failed/m);
    atSecondTry = Number(/^\s+(\d+) flaky/m.exec(e2e.output)?.[1] ?? 0);
    passed += atSecondTry;
  }
  say(`Checked in ${Math.round((performance.now() - from) / 1000)} s, without what was installed`);
  console.log(`\n${passed} passed, ${failed} failed${atSecondTry > 0 ? `, ${atSecondTry} of them only at the second try` : ''}`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
}

const commands = { demo, test, start, setup };
if (!commands[command]) stop(`Say what to run: ${Object.keys(commands).join(', ')}`);
await commands[command]();
