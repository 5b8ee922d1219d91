// Contact sheets of the figures, to be looked at: every movement at every phase from the side and the front, and every fault over
// the good pose from where it is seen. Usage: npm run figure:sheet [-- base | FAMILY | part of a movement's id]
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { browserOptions } from './browser.mjs';
import { readSoundLibrary } from './readLibrary.mjs';
import { lexiconOf } from '../packages/core/dist/movement/index.js';
import {
  AVERAGE_BUILD,
  PATH_CM,
  azimuthOf,
  draw,
  figureErrorText,
  figureSourceOf,
  frameOf,
  joinFrames,
  pathOf,
  shownFault,
  solveRep,
} from '../packages/core/dist/figure/index.js';

const root = new URL('..', import.meta.url).pathname;
const folder = join(root, '.data/figures');
mkdirSync(folder, { recursive: true });
const library = readSoundLibrary();
const lexicon = lexiconOf(library.vocabulary);
const only = process.argv[2];

// The day theme's colours, from where the application has them.
const theme = readFileSync(join(root, 'apps/web/src/app/theme.css'), 'utf8').split("[data-theme='dusk']")[0];
const colours = Object.fromEntries([...theme.matchAll(/--figure-([a-z]+): (#[0-9a-f]{6})/g)].map(([, tone, hex]) => [tone, hex]));

const PIXELS_PER_M = 96;
const MARGIN_M = 0.05;

function picture(azimuth, frame, layers) {
  const [left, top] = [(frame.left - MARGIN_M) * 100, -(frame.top + MARGIN_M) * 100];
  const [width, height] = [(frame.right - frame.left + 2 * MARGIN_M) * 100, (frame.top - frame.bottom + 2 * MARGIN_M) * 100];
  const scale = PIXELS_PER_M / 100;
  const body = layers.map(
    ({ rep, posture, faint }) =>
      `<g opacity="${faint ? 0.3 : 1}" transform="scale(${PATH_CM})">${draw(rep, posture, azimuth)
        .map(({ outline, tone, depth }) => {
          const far = depth === 'far' ? ' style="filter:brightness(.72)"' : '';
          return `<path d="${pathOf(outline)}" fill="${colours[tone]}"${far}/>`;
        })
        .join('')}</g>`,
  );
  return `<svg viewBox="${left} ${top} ${width} ${height}" width="${width * scale}" height="${height * scale}">
    <line x1="${left}" x2="${left + width}" y1="0" y2="0" stroke="${colours.floor}" stroke-width=".6"/>${body.join('')}</svg>`;
}

const cell = (label, inner) => `<figure>${inner}<figcaption>${label}</figcaption></figure>`;
const wrong = (label, error) => {
  console.log(`${label}: ${figureErrorText(error)}`);
  return cell(`<b>${label}: ${figureErrorText(error)}</b>`, '');
};

function basePoses() {
  return [...lexicon.basePoses.values()]
    .map((base) => {
      const answer = solveRep({ figure: { base: base.id, keys: {} }, rhythm: 'hold', alternates: false }, lexicon, AVERAGE_BUILD);
      if (!answer.ok) return wrong(base.id, answer.error);
      const { rep } = answer;
      const { posture } = rep.keys[0];
      return cell(base.id, [-90, 0].map((azimuth) => picture(azimuth, frameOf(rep, azimuth), [{ rep, posture }])).join(''));
    })
    .join('');
}

function movement(document) {
  const source = figureSourceOf(document);
  if (!source) return `<h2>${document.name}: no figure</h2>`;
  const good = solveRep(source, lexicon, AVERAGE_BUILD);
  if (!good.ok) return `<h2>${document.name}</h2>${wrong(document.id, good.error)}`;
  const { rep } = good;
  const phases = rep.keys.flatMap(({ phase, posture }) =>
    [-90, 0].map((azimuth) => cell(phase, picture(azimuth, frameOf(rep, azimuth), [{ rep, posture }]))),
  );
  const faults = document.faults.map((fault) => {
    const shown = shownFault(fault, lexicon);
    if (!shown) return cell(`<b>${fault.id}: no change of pose</b>`, '');
    const faulty = solveRep(source, lexicon, AVERAGE_BUILD, shown);
    if (!faulty.ok) return wrong(`${document.id}/${fault.id}`, faulty.error);
    const at = (each) => each.keys.find((key) => key.phase === fault.phase).posture;
    return fault.views
      .map((view) => {
        const azimuth = azimuthOf(view);
        const frame = joinFrames(frameOf(rep, azimuth), frameOf(faulty.rep, azimuth));
        const layers = [
          { rep, posture: at(rep), faint: true },
          { rep: faulty.rep, posture: at(faulty.rep) },
        ];
        return cell(`${fault.id}, ${fault.phase}, ${view}`, picture(azimuth, frame, layers));
      })
      .join('');
  });
  return `<h2>${document.name}</h2><div>${phases.join('')}</div><div>${faults.join('')}</div>`;
}

const families = [...new Set(library.movements.map(({ family }) => family))];
const sheets =
  only === 'base'
    ? [['base', basePoses()]]
    : families
        .map((family) => [
          family,
          library.movements.filter((each) => each.family === family && (!only || only === family || each.id.includes(only))),
        ])
        .filter(([, list]) => list.length > 0)
        .map(([family, list]) => [family, list.map(movement).join('')]);
if (!only) sheets.unshift(['base', basePoses()]);

const browser = await chromium.launch(browserOptions);
const page = await browser.newPage({ viewport: { width: 1500, height: 400 } });
for (const [name, html] of sheets) {
  writeFileSync(
    join(folder, `${name}.html`),
    `<meta charset="utf-8"><style>body{background:#f7f1e8;font:12px sans-serif;margin:8px}h2{font-size:14px;margin:6px 0 0}
     figure{display:inline-block;vertical-align:bottom;margin:3px}figcaption{max-width:15em}</style>${html}`,
  );
  await page.goto(`file://${join(folder, `${name}.html`)}`);
  await page.screenshot({ path: join(folder, `${name}.png`), fullPage: true });
  console.log(join(folder, `${name}.png`));
}
await browser.close();
