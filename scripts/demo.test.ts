import { spawnSync } from 'node:child_process';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

const demo = (port: string) =>
  spawnSync(process.execPath, [fileURLToPath(new URL('./demo.mjs', import.meta.url))], {
    env: { ...process.env, PORT: port },
    encoding: 'utf8',
  });

it('the demo says which port is taken and how to choose another, and refuses a port that is none', async () => {
  const taken = createServer();
  const port = await new Promise<number>((resolve) =>
    taken.listen(0, () => resolve((taken.address() as { port: number }).port)),
  );
  const said = demo(String(port));
  taken.close();
  expect(said.status).toBe(1);
  expect(said.stderr).toContain(`Port ${port} is taken`);
  expect(said.stderr).toContain(`PORT=${port + 1} npm run demo`);
  expect(demo('eighty').stderr).toContain('whole number from 1 to 65535');
});
