// The example of a proxy in deploy/, run with a certificate made for the occasion: sign-in, cookies, addresses, and offline use over HTTPS.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browserOptions } from '../scripts/browser.mjs';
import { check, OWNER, ROOT, Server } from './server.mjs';

const NAME = 'floor.example';
const PORT = 8443;

export async function proxy() {
  if (!['/usr/sbin/nginx', '/usr/bin/openssl'].every(existsSync))
    return 'not run: nginx and openssl are needed (apt-get install nginx-light openssl)';
  const folder = mkdtempSync(join(tmpdir(), 'waxwing-proxy-'));
  const certificate = [
    'req',
    '-x509',
    '-newkey',
    'rsa:2048',
    '-nodes',
    '-days',
    '1',
    '-subj',
    `/CN=${NAME}`,
    '-addext',
    `subjectAltName=DNS:${NAME}`,
  ];
  spawnSync('openssl', [...certificate, '-keyout', join(folder, 'privkey.pem'), '-out', join(folder, 'fullchain.pem')]);
  const server = new Server();
  const address = `https://${NAME}:${PORT}`;
  await server.start({ WAXWING_ADDRESS: address, WAXWING_PROXY: '127.0.0.1', WAXWING_WEB: join(ROOT, 'apps/web/dist') });
  const example = readFileSync(join(ROOT, 'deploy/nginx.conf'), 'utf8')
    .replaceAll(`/etc/ssl/${NAME}`, folder)
    .replace('listen 443 ssl', `listen 127.0.0.1:${PORT} ssl`)
    .replace('listen 80', `listen 127.0.0.1:${PORT + 1}`)
    .replace('http://127.0.0.1:4680', server.address)
    // On its usual port a name needs none; here it does.
    .replace('Host $host;', `Host $host:${PORT};`);
  const main = join(folder, 'nginx.conf');
  const scratch = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
    .map((kind) => `${kind}_temp_path ${folder}/${kind};`)
    .join(' ');
  writeFileSync(
    main,
    `daemon off; pid ${folder}/pid; error_log ${folder}/error.log; events {} http { access_log off; ${scratch} ${example} }`,
  );
  const nginx = spawn('/usr/sbin/nginx', ['-c', main, '-e', join(folder, 'error.log')], { stdio: 'inherit' });
  const browser = await chromium.launch({
    ...browserOptions,
    args: [...browserOptions.args, `--host-resolver-rules=MAP ${NAME} 127.0.0.1`, '--ignore-certificate-errors'],
  });
  try {
    await new Promise((resolve) => setTimeout(resolve, 700));
    const context = await browser.newContext({ ignoreHTTPSErrors: true });
    const page = await context.newPage();
    await page.goto(address);
    await page.getByLabel('Sign-in name').pressSequentially(OWNER.login);
    await page.getByLabel('Password').pressSequentially(OWNER.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('heading', { name: 'Today', level: 1 }).waitFor();
    const [cookie] = (await context.cookies()).filter(({ name }) => name === 'waxwing_sign_in');
    check(cookie.secure && cookie.httpOnly && cookie.sameSite === 'Strict', `the cookie is ${JSON.stringify(cookie)}`);
    const isSecure = await page.evaluate(() => window.isSecureContext && navigator.serviceWorker.ready.then(() => true));
    check(isSecure, 'no service worker over HTTPS');
    // The worker looks after the next page.
    await page.reload();
    await page.getByRole('link', { name: 'Start with Ilse' }).click();
    await page.getByRole('button', { name: 'Go to the floor' }).click();
    await page.getByText('All sent').waitFor();
    await server.stop('SIGTERM');
    await page.keyboard.press(' ');
    await page.getByText(/Off the network/).waitFor();
    await page.reload();
    await page.getByTestId('count').getByText('1').waitFor();
    const status = await page.evaluate(async () => (await fetch('/api/me')).status);
    check(status === 502, `the proxy of a stopped server answers ${status}`);
    return 'sign-in, secure cookie, service worker, a session that goes on and survives a reload behind a proxy whose server is gone';
  } finally {
    await browser.close();
    // Its workers end with it only when it is told to.
    nginx.kill('SIGTERM');
    await server.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}
