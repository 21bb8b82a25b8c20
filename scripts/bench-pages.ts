import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { cpSync, mkdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { chromium, type Browser, type CDPSession, type Page } from '@playwright/test';
import { BENCHES, type BenchPath } from '@/registry/benches';
import { writeFile } from '@/record/file';
import { grownSnapshot, SIZES } from './bench-growth';
import { CHROMIUM_ARGS, ensureBuild, ensureChromium, fail, freePort, ROOT, startServer } from './lib.mjs';
import pinned from './pinned-moment.json' with { type: 'json' };

/**
 * What a keeper waits for, on the built product in a real browser, beside a bare page of the same stack built on the spot: weight,
 * requests, the largest paint, keystrokes, a click from bench to bench, and a record that grows. Ratios within one run.
 * Parts of it by name: npm run bench:pages -- weights keys growth
 */
const SLOWER = 4;
/** A phone on a slow line, as page audits assume it: 150 ms to and fro, 1.6 Mbit/s. */
const SLOW_LINE = { offline: false, latency: 150, downloadThroughput: 200_000, uploadThroughput: 93_750 };

const executablePath = (await ensureChromium()) ?? fail('Chromium is missing: install Debian’s package "chromium".');
if (!(await ensureBuild())) fail('The build failed.');
const bare = await serveBarePage();
const port = await freePort();
const server = await startServer(port);
const base = `http://localhost:${port}`;
const browser = await chromium.launch({ executablePath, args: CHROMIUM_ARGS });
const asked = process.argv.slice(2);
const wants = (part: string) => asked.length === 0 || asked.includes(part);
try {
  if (wants('weights')) await weights(browser);
  if (wants('keys')) await walking(browser);
  if (wants('growth')) await growing(browser);
} finally {
  await browser.close();
  server.kill();
  bare.server.kill();
  rmSync(bare.folder, { recursive: true, force: true });
}
process.exit(0);

async function newPage(on: Browser, viewport = { width: 1280, height: 800 }): Promise<Page> {
  const context = await on.newContext({
    viewport,
    timezoneId: pinned.zone,
    locale: 'en-GB',
    serviceWorkers: 'block',
  });
  return context.newPage();
}

/** The least a page of this stack can be: its fonts and colours, a sentence, and one chart. */
async function serveBarePage(): Promise<{ folder: string; url: string; server: ChildProcess }> {
  const folder = path.join(ROOT, '.bench-bare');
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(path.join(folder, 'app'), { recursive: true });
  symlinkSync(path.join(ROOT, 'node_modules'), path.join(folder, 'node_modules'));
  cpSync(path.join(ROOT, 'src/app/globals.css'), path.join(folder, 'app/globals.css'));
  cpSync(path.join(ROOT, 'postcss.config.mjs'), path.join(folder, 'postcss.config.mjs'));
  const write = (name: string, text: string) => writeFileSync(path.join(folder, name), text);
  write('package.json', '{"name":"bare","private":true,"type":"module"}');
  write('next.config.mjs', `export default { turbopack: { root: ${JSON.stringify(ROOT)} } };`);
  write(
    'app/layout.jsx',
    `import './globals.css';
export default function Layout({ children }) { return <html lang="en"><body className="bg-paper text-ink">{children}</body></html>; }`,
  );
  write(
    'app/page.jsx',
    `'use client';
import { CartesianGrid, ComposedChart, Line, ReferenceArea, ReferenceLine, Tooltip, XAxis, YAxis } from 'recharts';
const data = Array.from({ length: 60 }, (_, days) => ({ days, level: 8 + Math.sin(days / 9) }));
export default function Bare() {
  return <main className="p-6"><h1 className="text-2xl">One chart</h1><input aria-label="A field" className="border" />
    <ComposedChart width={600} height={210} data={data}><CartesianGrid /><XAxis dataKey="days" /><YAxis /><Tooltip />
    <ReferenceArea y1={7} y2={9} /><ReferenceLine x={0} /><Line dataKey="level" isAnimationActive={false} /></ComposedChart></main>;
}`,
  );
  const next = path.join(ROOT, 'node_modules/next/dist/bin/next');
  const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1' };
  const built = spawnSync(process.execPath, [next, 'build'], { cwd: folder, env, stdio: 'ignore' });
  if (built.status !== 0) fail('The bare page could not be built.');
  const at = await freePort();
  const child = spawn(process.execPath, [next, 'start', '-H', '127.0.0.1', '-p', String(at)], {
    cwd: folder,
    env,
    stdio: 'ignore',
  });
  const url = `http://localhost:${at}/`;
  for (let i = 0; i < 100; i++) {
    const up = await fetch(url).then(
      ({ ok }) => ok,
      () => false,
    );
    if (up) return { folder, url, server: child };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return fail('The bare page was not served.');
}

interface Weight {
  readonly answerKb: number;
  readonly allKb: number;
  readonly requests: number;
  /** ms */
  readonly largestPaint: number;
  readonly phonePaint: number;
}

async function weigh(on: Browser, url: string, ready: (page: Page) => Promise<unknown>): Promise<Weight> {
  const page = await newPage(on);
  const counted = await countBytes(page);
  await page.goto(url);
  await ready(page);
  const answerKb = counted.kb();
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(1200);
  const [allKb, requests] = [counted.kb(), counted.requests()];
  const largestPaint = await largestPaintOf(page);
  await page.context().close();
  const phone = await newPage(on, { width: 390, height: 844 });
  const slow = await phone.context().newCDPSession(phone);
  await slow.send('Network.enable');
  await slow.send('Network.emulateNetworkConditions', SLOW_LINE);
  await slow.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await phone.goto(url);
  await ready(phone);
  await phone.waitForTimeout(1500);
  const phonePaint = await largestPaintOf(phone);
  await phone.context().close();
  return { answerKb, allKb, requests, largestPaint, phonePaint };
}

async function countBytes(page: Page): Promise<{ kb: () => number; requests: () => number }> {
  const session: CDPSession = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  let bytes = 0;
  let requests = 0;
  session.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
    requests += 1;
  });
  return { kb: () => bytes / 1024, requests: () => requests };
}

function largestPaintOf(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        new PerformanceObserver((list) => resolve(list.getEntries().at(-1)?.startTime ?? Number.NaN)).observe({
          type: 'largest-contentful-paint',
          buffered: true,
        });
      }),
  );
}

function headed(page: Page): Promise<void> {
  return page.getByRole('main').getByRole('heading', { level: 1 }).waitFor();
}

async function weights(on: Browser): Promise<void> {
  const own = await weigh(on, bare.url, (page) => page.getByRole('heading').waitFor());
  console.log('weight and largest paint, × the bare page (KB to the answer, KB in all, requests, ms, ms on a phone)');
  const line = (title: string, { answerKb, allKb, requests, largestPaint, phonePaint }: Weight) =>
    console.log(
      [
        `${answerKb.toFixed(0).padStart(5)} ${(answerKb / own.allKb).toFixed(2)}`,
        `${allKb.toFixed(0).padStart(5)} ${(allKb / own.allKb).toFixed(2)}`,
        `${String(requests).padStart(3)}`,
        `${largestPaint.toFixed(0).padStart(5)} ${(largestPaint / own.largestPaint).toFixed(1)}`,
        `${phonePaint.toFixed(0).padStart(5)} ${(phonePaint / own.phonePaint).toFixed(1)}`,
        title,
      ].join('   '),
    );
  line('a bare page with one chart', own);
  for (const { path: bench } of BENCHES as readonly { readonly path: BenchPath }[])
    line(bench, await weigh(on, `${base}/demo/${tankFor(bench)}/${bench}`, headed));
}

function tankFor(bench: BenchPath): string {
  return bench === 'new-tank' ? 'back-room' : 'atrium';
}

/** Milliseconds from each key to the frame that shows it, on a slowed machine. */
async function keystrokes(page: Page): Promise<number[]> {
  const fields = page
    .getByRole('main')
    .locator('input:not([type=checkbox]):not([type=radio]):not([type=file]), textarea');
  const times: number[] = [];
  const count = Math.min(4, await fields.count());
  for (let i = 0; i < count; i++) {
    const field = fields.nth(i);
    if (!(await field.isEditable()) || !(await field.isVisible())) continue;
    await field.focus();
    await page.evaluate(() => {
      const seen = window as Window & { keys?: number[] };
      seen.keys = [];
      document.addEventListener('input', ({ timeStamp }) => {
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => seen.keys?.push(performance.now() - timeStamp);
          port2.postMessage(0);
        });
      });
    });
    for (const key of ['End', '1', 'Backspace', '2', 'Backspace', '3', 'Backspace']) {
      await page.keyboard.press(key);
      await page.waitForTimeout(160);
    }
    times.push(...(await page.evaluate(() => (window as Window & { keys?: number[] }).keys ?? [])));
  }
  return times;
}

function share(times: readonly number[], part: number): number {
  const sorted = times.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? Number.NaN;
}

/** From bench to bench by click, then keys on every bench; the second round with the machine slowed. */
async function walking(on: Browser): Promise<void> {
  const page = await newPage(on);
  await page.goto(`${base}/demo/atrium/today`);
  await headed(page);
  await page.waitForTimeout(2500);
  const first: number[] = [];
  const again: number[] = [];
  for (const round of [first, again])
    for (const { path: bench, room } of BENCHES as readonly { readonly path: BenchPath; readonly room?: string }[]) {
      if (room === undefined) continue;
      const took = await page.evaluate(async (to) => {
        const began = performance.now();
        const before = document.querySelector('main h1')?.textContent;
        history.pushState(null, '', to);
        for (;;) {
          await new Promise((resolve) => requestAnimationFrame(resolve));
          const now = document.querySelector('main h1')?.textContent;
          if (now && now !== before) return performance.now() - began;
          if (performance.now() - began > 5000) return Number.NaN;
        }
      }, `/demo/atrium/${bench}`);
      if (Number.isFinite(took)) round.push(took);
    }
  console.log('\nbench to bench, ms to the answer (median, 95 in 100)');
  console.log(
    `${share(first, 0.5).toFixed(0).padStart(5)} ${share(first, 0.95).toFixed(0).padStart(5)}   the first time`,
  );
  console.log(`${share(again, 0.5).toFixed(0).padStart(5)} ${share(again, 0.95).toFixed(0).padStart(5)}   again`);
  console.log(`\nkeystrokes, ms to the frame (median, 95 in 100), and on a machine ${SLOWER} times slower`);
  const session = await page.context().newCDPSession(page);
  const all: number[] = [];
  for (const { path: bench } of BENCHES as readonly { readonly path: BenchPath }[]) {
    await page.goto(`${base}/demo/${tankFor(bench)}/${bench}`);
    await headed(page);
    await page.waitForTimeout(1200);
    const quick = await keystrokes(page);
    if (quick.length === 0) continue;
    await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    const slow = await keystrokes(page);
    await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    all.push(...slow);
    console.log(
      `${share(quick, 0.5).toFixed(0).padStart(5)} ${share(quick, 0.95).toFixed(0).padStart(5)}   ${share(slow, 0.5).toFixed(0).padStart(5)} ${share(slow, 0.95).toFixed(0).padStart(5)}   ${bench}`,
    );
  }
  console.log(
    `${''.padStart(14)}${share(all, 0.5).toFixed(0).padStart(5)} ${share(all, 0.95).toFixed(0).padStart(5)}   all of them`,
  );
  await page.context().close();
}

/** A record that grows, its first tank on Today: imported, opened, and an entry filed in it, as ratios to the smallest. */
async function growing(on: Browser): Promise<void> {
  console.log('\na record that grows, ms: imported, opened to the answer, a test filed until the answer is told anew');
  let smallest: readonly number[] | undefined;
  for (const size of SIZES) {
    const page = await newPage(on);
    await page.clock.setFixedTime(Date.parse(pinned.at));
    const file = {
      name: 'record.json',
      mimeType: 'application/json',
      buffer: Buffer.from(writeFile(grownSnapshot(size), new Date(pinned.at), [])),
    };
    await page.goto(`${base}/mine/record`);
    await page.getByLabel('Choose a file').setInputFiles(file);
    const began = Date.now();
    await page.getByRole('button', { name: 'Import it' }).click({ timeout: 60_000 });
    await page
      .getByText(/^Imported/)
      .first()
      .waitFor({ timeout: 120_000 });
    const imported = Date.now() - began;
    await page.waitForTimeout(1500);
    const opened = [];
    for (let i = 0; i < 3; i++) {
      const from = Date.now();
      await page.goto(`${base}/mine/atrium/today`);
      await headed(page);
      opened.push(Date.now() - from);
      await page.waitForTimeout(2500);
    }
    const filed: number[] = [];
    const line = page.getByRole('textbox', { name: /^Jot tests/ });
    for (let i = 0; i < 6; i++) {
      await line.fill(`alk 7.${5 + (i % 3)}`);
      await page.evaluate(() => {
        const seen = window as Window & { told?: number };
        seen.told = undefined as never;
        // The reading stands on the tide line in the same frame as the answer that takes it into account.
        document.addEventListener(
          'keydown',
          () => {
            const from = performance.now();
            new MutationObserver((_, observer) => {
              observer.disconnect();
              requestAnimationFrame(() => setTimeout(() => (seen.told = performance.now() - from)));
            }).observe(document.querySelector('[aria-label="Tide line"]') ?? document.body, {
              subtree: true,
              childList: true,
              characterData: true,
            });
          },
          { once: true, capture: true },
        );
      });
      await line.press('Enter');
      await page.waitForFunction(() => (window as Window & { told?: number }).told !== undefined, undefined, {
        timeout: 20_000,
      });
      filed.push(await page.evaluate(() => (window as Window & { told?: number }).told ?? Number.NaN));
      await page.waitForTimeout(900);
    }
    const own = [imported, share(opened, 0.5), share(filed, 0.5)];
    smallest ??= own;
    const ratios = own.map((each, i) => `${each.toFixed(0).padStart(6)} ${(each / (smallest?.[i] ?? 1)).toFixed(1)}`);
    console.log(`${ratios.join('   ')}   ${size} entries`);
    await page.context().close();
  }
}
