import { ensureBuild, ensureChromium, ensureDependencies, fail, freePort, startServer } from './lib.mjs';

/**
 * Attacks on a kept record, each as often as is asked: what was told to be saved must be there, once, and nothing that was never typed.
 *
 *     npm run attack                       each 10 times
 *     npm run attack -- 200 kills          one of them, 200 times
 *     npm run attack -- 3 full-disk kills
 *
 * It prints tried, lost, doubled and wrong, and leaves no process, file system or profile behind.
 */
const [times, ...names] = /^\d+$/.test(process.argv[2] ?? '')
  ? process.argv.slice(2)
  : ['10', ...process.argv.slice(2)];
const count = Number(times);

await ensureDependencies();
if (!(await ensureBuild())) fail('The build failed; what went wrong stands above.');
const executablePath = await ensureChromium();
if (!executablePath) fail('Chromium is missing and could not be installed.');

// Only now: they need what was just installed.
const attacks = {
  kills: (await import('./attacks/kills.mjs')).kills,
  'two-tabs': (await import('./attacks/two-tabs.mjs')).twoTabs,
  'one-press': (await import('./attacks/one-press.mjs')).onePress,
  'tank-switch': (await import('./attacks/tank-switch.mjs')).tankSwitch,
  'removed-tank': (await import('./attacks/removed-tank.mjs')).removedTank,
  'missing-chunks': (await import('./attacks/missing-chunks.mjs')).missingChunks,
  'full-disk': (await import('./attacks/full-disk.mjs')).fullDisk,
};
const unknown = names.filter((name) => !(name in attacks));
if (unknown.length > 0)
  fail(`No attack is called ${unknown.join(', ')}; there are ${Object.keys(attacks).join(', ')}.`);

const port = await freePort();
const server = await startServer(port);
process.on('SIGINT', () => {
  server.kill();
  process.exit(130);
});
let broken = 0;
console.log('attack            tried   lost  doubled  wrong');
try {
  for (const [name, attack] of Object.entries(attacks)) {
    if (names.length > 0 && !names.includes(name)) continue;
    const found = await attack({ base: `http://localhost:${port}`, executablePath, count }).catch((error) => ({
      tried: 0,
      lost: 0,
      doubled: 0,
      wrong: 1,
      told: [String(error.stack ?? error).slice(0, 800)],
    }));
    const { tried, lost, doubled, wrong } = found;
    console.log(
      `${name.padEnd(15)} ${String(tried).padStart(7)} ${String(lost).padStart(6)} ${String(doubled).padStart(8)} ${String(wrong).padStart(6)}`,
    );
    for (const line of found.told) console.log(`  ${line}`);
    broken += lost + doubled + wrong;
  }
} finally {
  server.kill();
}
console.log(broken === 0 ? '\nNothing lost, doubled or wrong.' : `\n${broken} lost, doubled or wrong.`);
process.exit(broken === 0 ? 0 : 1);
