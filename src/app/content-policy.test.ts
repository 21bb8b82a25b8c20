import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { build } from 'esbuild';
import { describe, expect, it } from 'vitest';
import { policyWith, scriptHashes } from './content-policy';

describe('the hashes of a page’s scripts', () => {
  it('are those of the specification’s own example', () => {
    // W3C Content Security Policy Level 2, 7.17.2, the example of a script's hash (the value from memory, and it agrees).
    const page = "<script>alert('Hello, world.');</script>";
    expect(scriptHashes(page)).toEqual(["'sha256-qznLcsROx4GACP2dm0UCKCzCG+HiZ1guq6ZZDob/Tng='"]);
  });

  it('are one for each script with text in it, whatever its attributes; files have none', () => {
    const page = `<html><script src="/a.js" async=""></script><script id="b">let b = 1</script>
<p>script</p><script>
 c()
</script></html>`;
    const hash = (text: string) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`;
    expect(scriptHashes(page)).toEqual([hash('let b = 1'), hash('\n c()\n')]);
  });
});

/*
 * Validation is told to make no code where the page's screen begins (`without-eval.ts`). React may ask for the frame around it first, in
 * whatever order it arrives: nothing of that may reach a schema.
 */
describe('what stands around the page’s screen', () => {
  const frame = ['src/app/layout.tsx', 'src/app/page.tsx', 'src/app/error.tsx', 'src/app/not-found.tsx'].flatMap(
    (file) =>
      [...readFileSync(file, 'utf8').matchAll(/from '@\/((?:interface|benches)\/[\w/-]+)'/g)].map(
        ([, name]) => `src/${name}.tsx`,
      ),
  );
  const around = frame.filter((file) => file !== 'src/benches/place-screen.tsx');

  it.each(around)('%s knows no schema before it is fetched', async (file) => {
    const entry = file.endsWith('theme-cookie.tsx') ? file.replace('.tsx', '.ts') : file;
    const { metafile } = await build({
      entryPoints: [entry],
      bundle: true,
      write: false,
      metafile: true,
      splitting: true,
      format: 'esm',
      outdir: '.test/frame',
      tsconfig: 'tsconfig.json',
      jsx: 'automatic',
      external: ['react', 'react-dom', 'next/*'],
      logLevel: 'silent',
    });
    const own = Object.values(metafile.outputs).find(({ entryPoint }) => entryPoint === entry);
    expect(Object.keys(own?.inputs ?? {})).toContain(entry);
    expect(Object.keys(own?.inputs ?? {}).filter((input) => input.includes('/zod/'))).toEqual([]);
  });

  it('is looked at whole', () => {
    expect(around.length).toBeGreaterThanOrEqual(4);
  });
});

describe('the content policy', () => {
  const rules = new Map(
    policyWith("'sha256-x'")
      .split('; ')
      .map((rule) => [rule.slice(0, rule.indexOf(' ')), rule.slice(rule.indexOf(' ') + 1).split(' ')]),
  );

  it('lets nothing come from, or go to, any other host, and nothing be made into code (W3C Content Security Policy Level 3)', () => {
    const allowed = new Set(["'self'", "'none'", "'sha256-x'", "'unsafe-inline'", 'data:', 'blob:']);
    for (const [rule, sources] of rules)
      expect(
        sources.filter((source) => !allowed.has(source)),
        rule,
      ).toEqual([]);
    expect(rules.get('default-src')).toEqual(["'self'"]);
    expect(rules.get('connect-src')).toEqual(["'self'"]);
    expect(rules.get('script-src')).toEqual(["'self'", "'sha256-x'"]);
  });

  it('has styles alone stand in a page, and no plug-in, base or frame', () => {
    expect([...rules].filter(([, sources]) => sources.includes("'unsafe-inline'")).map(([rule]) => rule)).toEqual([
      'style-src',
    ]);
    for (const rule of ['object-src', 'base-uri', 'frame-ancestors']) expect(rules.get(rule), rule).toEqual(["'none'"]);
  });
});
