// What the machine needs before anything can run: packages of npm and of Debian. Plain Node, no dependencies.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));

/** Ends the program with a sentence instead of a stack trace. */
export class Sentence extends Error {}

export function say(text) {
  console.log(`· ${text}`);
}

/** Runs a program with its output shown; a failure is thrown as a Sentence. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
    child.on('error', reject);
    child.on('exit', (code) => {
      if (code === 0) resolve();
      else reject(new Sentence(`${command} ${args.join(' ')} ended with ${code ?? 'a signal'}.`));
    });
  });
}

/** The program of a package in node_modules, run by this Node itself. */
export function nodeBin(name) {
  return join(ROOT, 'node_modules', '.bin', name);
}

/** Installs npm's packages when node_modules is not what the lock file says. */
export async function ensurePackages() {
  const stamp = join(ROOT, 'node_modules', '.keen-ladder-stamp');
  const wanted = hashOf(['package-lock.json', 'package.json', ...workspaceManifests()]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  await withLock('install', async () => {
    if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
    say('Installing packages (npm ci); the first time this takes a minute or two.');
    await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
    writeFileSync(stamp, wanted);
  });
}

function workspaceManifests() {
  const packages = readdirSync(join(ROOT, 'packages')).map((name) => join('packages', name, 'package.json'));
  return [...packages, 'e2e/package.json'].filter((path) => existsSync(join(ROOT, path)));
}

/** Builds the web application and the server when their sources changed since the last build. */
export async function ensureBuilt() {
  const stamp = join(ROOT, 'packages', 'server', 'build', '.stamp');
  const sources = ['core', 'schema', 'server', 'web'].flatMap((name) => filesUnder(join('packages', name)));
  const wanted = hashOf(['package-lock.json', ...sources]);
  const isBuilt = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted;
  if (isBuilt()) return;
  await withLock('build', async () => {
    if (isBuilt()) return;
    say('Building the application.');
    await run(nodeBin('vite'), ['build', '--logLevel', 'warn'], { cwd: join(ROOT, 'packages', 'web') });
    await run(nodeBin('vite'), ['build', '--logLevel', 'warn'], { cwd: join(ROOT, 'packages', 'server') });
    writeFileSync(stamp, wanted);
  });
}

function filesUnder(folder) {
  return readdirSync(join(ROOT, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return ['build', 'dist', 'node_modules'].includes(entry.name) ? [] : filesUnder(path);
    return /\.test\.tsx?$/.test(entry.name) ? [] : [path];
  });
}

function hashOf(paths) {
  const hash = createHash('sha256');
  for (const path of [...paths].sort()) hash.update(path).update(readFileSync(join(ROOT, path)));
  return hash.digest('hex');
}

/** One at a time over all processes of this checkout; a lock whose holder is dead is taken over. */
export async function withLock(name, work) {
  const id = createHash('sha256').update(ROOT).digest('hex').slice(0, 12);
  const lock = join(tmpdir(), `keen-ladder-lock-${id}-${name}`);
  while (!takeLock(lock)) await new Promise((done) => setTimeout(done, 200));
  try {
    return await work();
  } finally {
    rmSync(lock, { recursive: true, force: true });
  }
}

function takeLock(lock) {
  try {
    mkdirSync(lock);
    writeFileSync(join(lock, 'pid'), String(process.pid));
    return true;
  } catch (error) {
    if (error.code !== 'EEXIST') throw error;
    if (isAbandoned(lock)) rmSync(lock, { recursive: true, force: true });
    return false;
  }
}

/** A lock without a living holder; one without a pid may be just being made. */
function isAbandoned(lock) {
  try {
    const file = join(lock, 'pid');
    if (!existsSync(file)) return Date.now() - statSync(lock).mtimeMs > 5000;
    return !isAlive(Number(readFileSync(file, 'utf8')));
  } catch (error) {
    if (error.code === 'ENOENT') return false;
    throw error;
  }
}

/** Whether a process runs; one that has ended and was not reaped by its parent does not. */
export function isAlive(pid) {
  if (!Number.isInteger(pid) || pid <= 0) return false;
  const { state } = statOf(pid);
  if (state !== undefined) return state !== 'Z' && state !== 'X';
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** State and time of start of a process as Linux tells them; undefined where it does not. */
function statOf(pid) {
  try {
    // The name stands in brackets and may hold anything; what follows the last one is parted by blanks, the state first.
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1).split(' ');
    return { state: fields[0], began: fields[19] };
  } catch {
    return { state: undefined, began: undefined };
  }
}

/** Names a process so that another one with its number is not taken for it. */
export const processMark = (pid) => `${pid}-${statOf(pid).began ?? ''}`;

export function isSameProcess(mark) {
  const pid = Number(mark.split('-')[0]);
  return isAlive(pid) && processMark(pid) === mark;
}

/**
 * Makes sure that a program of Debian's is there.
 * @param isThere says whether it is
 * @param packageName what apt-get installs
 * @param purpose how the sentence names it
 */
export function ensureDebianPackage(isThere, packageName, purpose) {
  if (isThere()) return;
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const hasApt = existsSync('/usr/bin/apt-get');
  const mayInstall = hasApt && (asRoot.length === 0 || spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0);
  if (!mayInstall) {
    throw new Sentence(
      `${purpose} is missing. Install it and start again, for instance with: sudo apt-get install -y ${packageName}`,
    );
  }
  say(`Installing ${purpose} (Debian's package ${packageName}).`);
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'apt-get', ...args];
    execFileSync(command, rest, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', packageName);
  if (!isThere()) throw new Sentence(`${packageName} was installed, but ${purpose} still cannot be found.`);
}

export const CHROMIUM = '/usr/bin/chromium';

export function ensureChromium() {
  ensureDebianPackage(() => existsSync(CHROMIUM), 'chromium', 'Chromium, for the browser tests');
}

/** Runs a script's main part; a Sentence is shown as such, with exit code 1. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    console.error(error instanceof Sentence ? `\n${error.message}` : error);
    process.exitCode = 1;
  }
}
