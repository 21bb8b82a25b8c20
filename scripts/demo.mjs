import { ensureBuild, ensureDependencies, fail, portIsFree, startServer } from './lib.mjs';

const port = Number(process.env.PORT ?? 3000);
if (!Number.isInteger(port) || port < 1 || port > 65_535)
  fail(`PORT is "${process.env.PORT}"; it takes a whole number from 1 to 65535.`);
if (!(await portIsFree(port)))
  fail(`Port ${port} is taken by another program. Stop that one, or choose another: PORT=${port + 1} npm run demo`);

await ensureDependencies();
if (!(await ensureBuild())) fail('The build failed; what went wrong stands above.');
const server = await startServer(port, ['ignore', 'ignore', 'inherit']);
console.log(
  `\n  Mild Tide is at http://localhost:${port}/demo\n  Everything stays in your browser. Ctrl C stops it.\n`,
);

const stop = () => server.kill();
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
server.on('exit', (code) => process.exit(code ?? 0));
