import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { scriptHashes } from './content-policy';

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
