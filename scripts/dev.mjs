// npm run dev: the server restarts and the page reloads as files are saved.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensurePostgres, freePort, lastingCluster } from './database.mjs';
import { ensurePackages, main, nodeBin, ROOT, say } from './machine.mjs';

await main(async () => {
  await ensurePackages();
  ensurePostgres();
  const cluster = await lastingCluster();
  const apiPort = String(await freePort());
  const env = {
    ...process.env,
    DATABASE_URL: cluster.url,
    PORT: apiPort,
    KEEN_API: `http://127.0.0.1:${apiPort}`,
    KEEN_DEMO: 'once',
  };
  const children = [
    spawn(nodeBin('tsx'), ['watch', 'src/main.ts'], { cwd: join(ROOT, 'packages', 'server'), env, stdio: 'inherit' }),
    spawn(nodeBin('vite'), ['--host', '127.0.0.1'], { cwd: join(ROOT, 'packages', 'web'), env, stdio: 'inherit' }),
  ];
  await new Promise((resolve) => {
    process.once('SIGINT', resolve);
    process.once('SIGTERM', resolve);
    for (const child of children) child.once('exit', resolve);
  });
  say('Stopping.');
  for (const child of children) child.kill();
  await cluster.stop();
});
process.exit();
