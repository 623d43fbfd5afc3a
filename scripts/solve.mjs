// npm run --silent solve -- CASE.json [--limits] [--sensitivities] [--time-limit SECONDS] [--out RESULT.json] [--csv DIR]: builds what is not built, then solves; paths are those of the caller.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt, ensurePackages, main, ROOT } from './machine.mjs';

await main(async () => {
  await ensurePackages();
  await ensureBuilt();
  const command = join(ROOT, 'packages', 'server', 'build', 'solve.js');
  const cwd = process.env.INIT_CWD ?? process.cwd();
  const { status } = spawnSync(process.execPath, [command, ...process.argv.slice(2)], { cwd, stdio: 'inherit' });
  process.exit(status ?? 1);
});
