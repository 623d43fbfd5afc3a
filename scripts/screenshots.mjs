// npm run screenshots: the pictures of docs/screenshots/, from a fresh database with the demo.
import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ensurePostgres } from './database.mjs';
import { ensureBuilt, ensureChromium, ensurePackages, main, ROOT, say } from './machine.mjs';
import { withService } from './service.mjs';

await main(async () => {
  await ensurePackages();
  ensurePostgres();
  ensureChromium();
  await ensureBuilt();
  const folder = join(ROOT, 'docs', 'screenshots');
  mkdirSync(folder, { recursive: true });
  await withService((origin) => {
    say('Taking pictures.');
    execFileSync(process.execPath, ['shots.mjs', origin, folder], { cwd: join(ROOT, 'e2e'), stdio: 'inherit' });
  });
});
process.exit();
